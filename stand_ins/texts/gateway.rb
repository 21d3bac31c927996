# frozen_string_literal: true

require "erb"
require "fileutils"
require "json"
require "securerandom"
require "time"
require "uri"

# Simulated outside services: each a small process of its own.
module StandIns; end

# A text-message gateway. POST /v1/messages {"to","body"} with an Idempotency-Key answers {"receipt"}; the same key is
# delivered once. GET / shows the phones with what they received; GET /v1/messages?to= lists it as JSON.
class StandIns::TextGateway
  PAGE = ERB.new(File.read(File.expand_path("phones.html.erb", __dir__)))

  # path - a file of JSON lines that keeps the messages over a restart
  def initialize(path)
    @path = path
    @lock = Mutex.new
    FileUtils.mkdir_p(File.dirname(path))
    @messages = File.exist?(path) ? File.readlines(path).map { |line| JSON.parse(line) } : []
  end

  def call(env)
    case [env["REQUEST_METHOD"], env["PATH_INFO"]]
    when ["POST", "/v1/messages"] then receive(JSON.parse(env["rack.input"].read), env["HTTP_IDEMPOTENCY_KEY"])
    when ["GET", "/v1/messages"] then json(200, kept(env["QUERY_STRING"][/to=([^&]*)/, 1]))
    when ["GET", "/"] then [200, { "content-type" => "text/html; charset=utf-8" }, [page]]
    else json(404, error: "no such address")
    end
  rescue JSON::ParserError
    json(400, error: "the body is no JSON")
  end

  private

  def receive(message, key)
    to, body = message.values_at("to", "body")
    return json(422, error: "to and body are needed, and an Idempotency-Key") if [to, body, key].any? { |text| text.to_s.empty? }

    json(201, receipt: deliver(to, body, key))
  end

  def deliver(to, body, key)
    @lock.synchronize do
      earlier = @messages.find { |message| message["key"] == key }
      return earlier["receipt"] if earlier

      @messages << { "key" => key, "to" => to, "body" => body, "at" => Time.now.utc.iso8601, "receipt" => SecureRandom.hex(8) }
      File.write(@path, "#{JSON.generate(@messages.last)}\n", mode: "a")
      @messages.last["receipt"]
    end
  end

  def kept(to)
    wanted = to && URI.decode_www_form_component(to)
    @lock.synchronize { @messages.select { |message| wanted.nil? || message["to"] == wanted } }
  end

  def page
    @phones = kept(nil).reverse.group_by { |message| message["to"] }
    PAGE.result(binding)
  end

  # A message as HTML, with its links live.
  def html(text)
    ERB::Util.html_escape(text).gsub(%r{https?://\S+}) { |link| %(<a href="#{link}" target="_blank" rel="noopener">#{link[0, 40]}…</a>) }
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
