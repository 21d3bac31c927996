# frozen_string_literal: true

require "erb"
require "fileutils"
require "json"
require "rack"
require "securerandom"
require "time"

# Simulated outside services: each a small process of its own.
module StandIns
end

# A mail service whose mailboxes anybody may read. POST /v1/mails {"to","subject","body"} with an
# Idempotency-Key answers {"receipt"}; the same key is delivered once. GET / shows all mails, newest first;
# GET /v1/mails lists them as JSON. POST /send takes a form (from, subject, file) as a mail to our own mailbox, and
# GET /v1/received?after=3 lists those that came after the third: {"mails":[{"id","from","subject","attachments":
# [{"name","content"}]}]}, contents in base 64.
class StandIns::Mailbox
  PAGE = ERB.new(File.read(File.expand_path("mails.html.erb", __dir__)))

  # path - a file of JSON lines that keeps the mails over a restart; those to us are kept beside it
  def initialize(path)
    @path = path
    @received_path = path.sub(/(\.jsonl)?\z/, "_received.jsonl")
    @lock = Mutex.new
    FileUtils.mkdir_p(File.dirname(path))
    @mails, @received =
      [path, @received_path].map do |file|
        File.exist?(file) ? File.readlines(file).map { |line| JSON.parse(line) } : []
      end
  end

  def call(env)
    case [env["REQUEST_METHOD"], env["PATH_INFO"]]
    when %w[POST /v1/mails]
      receive(JSON.parse(env["rack.input"].read), env["HTTP_IDEMPOTENCY_KEY"])
    when %w[GET /v1/mails]
      json(200, mails)
    when %w[GET /v1/received]
      after = Rack::Request.new(env).params["after"].to_i
      json(200, mails: @lock.synchronize { @received.select { |mail| mail["id"] > after } })
    when %w[POST /send]
      scanned(Rack::Request.new(env).params)
    when %w[GET /]
      [200, { "content-type" => "text/html; charset=utf-8" }, [PAGE.result(binding)]]
    else
      json(404, error: "no such address")
    end
  rescue JSON::ParserError
    json(400, error: "the body is no JSON")
  end

  private

  def text(said) = ERB::Util.html_escape(said)
  def mails = @lock.synchronize { @mails.dup }

  def scanned(form)
    file = form["file"]
    return json(422, error: "a file is needed") unless file.is_a?(Hash)

    @lock.synchronize do
      @received << {
        "id" => (@received.last&.fetch("id") || 0) + 1,
        **form.slice("from", "subject"),
        "attachments" => [{ "name" => file[:filename], "content" => [file[:tempfile].read].pack("m0") }]
      }
      File.write(@received_path, "#{JSON.generate(@received.last)}\n", mode: "a")
    end
    [303, { "location" => "/" }, []]
  end

  def receive(mail, key)
    if [*mail.values_at("to", "subject", "body"), key].any? { |text| text.to_s.empty? }
      return json(422, error: "to, subject and body are needed, and an Idempotency-Key")
    end

    @lock.synchronize do
      earlier = @mails.find { |one| one["key"] == key }
      return json(201, receipt: earlier["receipt"]) if earlier

      @mails << {
        "key" => key,
        **mail.slice("to", "subject", "body", "attachments"),
        "at" => Time.now.utc.iso8601,
        "receipt" => SecureRandom.hex(8)
      }
      File.write(@path, "#{JSON.generate(@mails.last)}\n", mode: "a")
      json(201, receipt: @mails.last["receipt"])
    end
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
