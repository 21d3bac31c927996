# frozen_string_literal: true

require "erb"
require "fileutils"
require "json"
require "net/http"
require "openssl"
require "securerandom"
require "time"
require "uri"

# Simulated outside services: each a small process of its own.
module StandIns
end

# A text-message gateway in the common style: messages are posted, what becomes of them is called back.
#
# POST /v1/messages {"to","body"} with an Idempotency-Key answers {"receipt"}; the same key is delivered once.
# GET /v1/messages?to= lists them. GET / shows the phones with what they received, and lets each write back.
# Calls go to the address it was started with: {"key","type","at","message"}, signed in X-Gateway-Signature as
# t=seconds,v1=hex of HMAC-SHA256("seconds.body"). They are repeated until they are answered with 200, now and
# then twice, and not always in order, as such gateways do. Numbers that end in 0199 never answer: their texts
# fail.
class StandIns::TextGateway
  PAGE = ERB.new(File.read(File.expand_path("phones.html.erb", __dir__)))
  # Dollars for each part of 160 letters: about what carriers ask (common practice).
  PART_COST = 0.0079
  PART_LETTERS = 160
  RETRY_SECONDS = [1, 3, 10, 30, 60, 120, 300].freeze
  TWICE_EVERY = 7

  # path - a file of JSON lines that keeps the messages over a restart; callback - address, or nil to call
  #        nobody
  def initialize(path, callback: nil, secret: "")
    @path = path
    @callback = callback && URI(callback)
    @secret = secret
    @lock = Mutex.new
    @calls = Queue.new
    FileUtils.mkdir_p(File.dirname(path))
    @messages = File.exist?(path) ? File.readlines(path).map { |line| JSON.parse(line) } : []
    Thread.new { loop { call_back(*@calls.pop) } } if @callback
  end

  def call(env)
    case [env["REQUEST_METHOD"], env["PATH_INFO"]]
    when %w[POST /v1/messages]
      receive(JSON.parse(env["rack.input"].read), env["HTTP_IDEMPOTENCY_KEY"])
    when %w[GET /v1/messages]
      json(200, kept(env["QUERY_STRING"][/to=([^&]*)/, 1]))
    when %w[POST /reply]
      reply(URI.decode_www_form(env["rack.input"].read).to_h)
    when %w[GET /]
      [200, { "content-type" => "text/html; charset=utf-8" }, [page]]
    else
      json(404, error: "no such address")
    end
  rescue JSON::ParserError
    json(400, error: "the body is no JSON")
  end

  private

  def receive(message, key)
    to, body = message.values_at("to", "body")
    if [to, body, key].any? { |text| text.to_s.empty? }
      return json(422, error: "to and body are needed, and an Idempotency-Key")
    end

    json(201, receipt: deliver(to, body, key))
  end

  def deliver(to, body, key)
    message =
      @lock.synchronize do
        earlier = @messages.find { |one| one["key"] == key }
        return earlier["receipt"] if earlier

        keep("key" => key, "to" => to, "body" => body, "receipt" => SecureRandom.hex(8))
      end
    tell_fate(message)
    message["receipt"]
  end

  # What a phone writes to us.
  def reply(form)
    from, body = form.values_at("from", "body")
    return json(422, error: "from and body are needed") if [from, body].any? { |text| text.to_s.strip.empty? }

    @lock.synchronize do
      keep("key" => "in-#{SecureRandom.hex(8)}", "from" => from, "to" => from, "body" => body, "out" => true)
    end
    announce("received", from:, to: "20855", body:)
    [303, { "location" => "/" }, []]
  end

  def keep(message)
    @messages << { **message, "at" => Time.now.utc.iso8601 }
    File.write(@path, "#{JSON.generate(@messages.last)}\n", mode: "a")
    @messages.last
  end

  # Delivered is now and then told before sent.
  def tell_fate(message)
    told = {
      receipt: message["receipt"],
      to: message["to"],
      cost: format("%.4f", (message["body"].length / PART_LETTERS.to_f).ceil * PART_COST)
    }
    fate =
      (
        if message["to"].end_with?("0199")
          ["failed", { **told, failure: "the number does not answer" }]
        else
          ["delivered", told]
        end
      )
    calls = [["sent", told], fate]
    (rand(5).zero? ? calls.reverse : calls).each { |type, what| announce(type, **what) }
  end

  def announce(type, **message)
    return if @callback.nil?

    body =
      JSON.generate(
        key: "evt-#{SecureRandom.hex(8)}",
        type: "message.#{type}",
        at: Time.now.utc.iso8601,
        message:
      )
    (rand(TWICE_EVERY).zero? ? 2 : 1).times { @calls << [body, 0] }
  end

  def call_back(body, tries)
    seconds = Time.now.to_i
    signature = "t=#{seconds},v1=#{OpenSSL::HMAC.hexdigest("SHA256", @secret, "#{seconds}.#{body}")}"
    answer =
      Net::HTTP.start(@callback.host, @callback.port, open_timeout: 3, read_timeout: 10) do |http|
        http.post(
          @callback.path,
          body,
          "Content-Type" => "application/json",
          "X-Gateway-Signature" => signature
        )
      end
    again(body, tries) unless answer.is_a?(Net::HTTPSuccess) || answer.code == "422"
  rescue SystemCallError, Timeout::Error, IOError
    again(body, tries)
  end

  def again(body, tries)
    wait = RETRY_SECONDS[tries] or return
    Thread.new do
      sleep(wait)
      @calls << [body, tries + 1]
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
    ERB::Util
      .html_escape(text)
      .gsub(%r{https?://\S+}) do |link|
        %(<a href="#{link}" target="_blank" rel="noopener">#{link[0, 40]}…</a>)
      end
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
