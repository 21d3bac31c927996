# frozen_string_literal: true

require "app_helper"
require "open3"

# bin/start on the test database: what it says, and that Ctrl-C leaves nothing behind.
RSpec.describe "bin/start", :committed do
  let(:root) { File.expand_path("../..", __dir__) }
  let(:ports) { Array.new(8) { TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] } } }
  let(:environment) do
    {
      "DATABASE_URL" => Settings.database_url,
      "PORT" => ports[0].to_s,
      "TEXTS_PORT" => ports[1].to_s,
      "DEVICES_PORT" => ports[2].to_s,
      "MAIL_PORT" => ports[3].to_s,
      "OFFICES_PORT" => ports[4].to_s,
      "METRICS_PORT" => ports[5].to_s,
      "POSTINGS_PORT" => ports[6].to_s,
      "REGISTER_PORT" => ports[7].to_s,
      "DEVICE_SERVICE_URL" => nil,
      "TEXT_GATEWAY_URL" => nil,
      "PUBLIC_URL" => nil
    }
  end

  def open?(port)
    TCPSocket.new("127.0.0.1", port).close
    true
  rescue SystemCallError
    false
  end

  it "starts an empty company with a code, and stops all that it started" do
    Open3.popen2e(environment, "bin/start", "--empty", chdir: root) do |_, output, process|
      said = +""
      said << output.gets until said.include?("Ctrl-C stops it") || output.eof?
      expect(said).to match(/Set your company up there with the code [A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}/)
      me = JSON.parse(Net::HTTP.get(URI("http://127.0.0.1:#{ports[0]}/api/me")))
      # What stands in for services outside is the demo's.
      expect([me["set_up"], ports.map { |port| open?(port) }]).to eq(
        [false, [true, *([false] * 4), true, false, false]]
      )
      Process.kill("INT", process.pid)
      process.join(20)
    end
    expect(ports.map { |port| open?(port) }).to eq([false] * 8)
  end

  it "says in one sentence that a port is in use" do
    blocker = TCPServer.new("127.0.0.1", ports[0])
    output, status = Open3.capture2e(environment, "bin/start", chdir: root)
    expect([output, status.success?]).to match([%r{\Abin/start: port #{ports[0]} is in use: .*\n\z}, false])
  ensure
    blocker&.close
  end
end
