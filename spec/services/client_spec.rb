# frozen_string_literal: true

require "app_helper"

# Whatever a network does instead of answering is one error, that callers expect.
RSpec.describe Services::Client do
  # Yields the address of a server that says these bytes to whoever asks, and hangs up.
  def saying(bytes)
    server = TCPServer.new("127.0.0.1", 0)
    thread =
      Thread.new do
        loop do
          socket = server.accept
          socket.readpartial(1000)
          socket.write(bytes)
          socket.close
        end
      end
    yield "http://127.0.0.1:#{server.local_address.ip_port}"
  ensure
    thread.kill
    server.close
  end

  def ok(body) = "HTTP/1.1 200 OK\r\nContent-Length: #{body.bytesize}\r\nConnection: close\r\n\r\n#{body}"

  def client(url) = described_class.new("the gateway", url, read_timeout: 1)

  # Of no name, refused, without TLS where it is wanted
  %w[http://nowhere.invalid http://127.0.0.1:1 https://127.0.0.1:1].each do |url|
    it "says that #{url} is out of reach" do
      expect { client(url).get("/") }.to raise_error(Services::Unreachable, /the gateway is out of reach/)
    end
  end

  {
    "no HTTP at all" => "hello\r\n\r\n",
    "an answer cut short" => "HTTP/1.1 200 OK\r\nContent-Length: 50\r\n\r\nhal",
    "nothing" => "",
    "a broken header" => "HTTP/1.1 200 OK\r\nnonsense\r\n\r\n",
    "a failure" => "HTTP/1.1 500 No\r\nContent-Length: 0\r\n\r\n"
  }.each do |what, bytes|
    it "takes #{what} for being out of reach" do
      saying(bytes) { |url| expect { client(url).get("/") }.to raise_error(Services::Unreachable) }
    end
  end

  it "takes TLS with somebody who speaks none for being out of reach" do
    saying("hello") do |url|
      expect { client(url.sub("http:", "https:")).get("/") }.to raise_error(Services::Unreachable)
    end
  end

  ["[]", "{}", "null", "3", "nonsense", '{"receipt":null}'].each do |body|
    it "hands out nothing from an answer of #{body}" do
      saying(ok(body)) do |url|
        gateway = Services::TextGateway.new(client(url))
        expect { gateway.deliver("208-555-0150", "Hello", key: "one") }.to raise_error(
          Services::Unreachable,
          "the gateway answered nonsense"
        )
      end
    end
  end

  it "hands out what was agreed" do
    saying(ok('{"receipt":"r-1"}')) do |url|
      expect(Services::TextGateway.new(client(url)).deliver("208-555-0150", "Hello", key: "one")).to eq("r-1")
    end
  end

  # Nonsense in each field that is read of a device's answer
  [
    { "heard_at" => "noon", "drivers" => [] },
    { "heard_at" => "2026-11-23T14:30:00Z" },
    { "heard_at" => "2026-11-23T14:30:00Z", "drivers" => [{ "events" => [] }] },
    { "heard_at" => "2026-11-23T14:30:00Z", "drivers" => [{ "driver" => "1", "events" => [{ "at" => 3 }] }] }
  ].each do |answer|
    it "takes a device service that says #{answer} for out of reach" do
      saying(ok(JSON.generate(answer))) do |url|
        expect { Services::DeviceService.new(client(url)).said(now, now + 60) }.to raise_error(
          Services::Unreachable
        )
      end
    end
  end
end
