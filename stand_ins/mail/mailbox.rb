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
  PAGE = ERB.new(<<~HTML)
    <!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Mailbox (stand-in)</title>
    <style>body { font: 16px/1.45 system-ui, sans-serif; margin: 2rem auto; max-width: 46rem; background: #eceae4; color: #20262b; } article { background: #fff; border: 1px solid #cfcbc1; border-radius: .5rem; padding: .8rem 1rem; margin: .8rem 0; } pre { font: inherit; white-space: pre-wrap; margin: .5rem 0 0; } small { color: #56616a; }</style></head>
    <body><h1>Mailbox: a stand-in for the mail service</h1><p>No mail leaves this machine.</p>
    <form action="/send" method="post" enctype="multipart/form-data"><h2>Mail a scan to the office</h2>
    <p><label>From <input name="from" value="scanner@juniperfork.example" size="34"></label></p>
    <p><label>Subject <input name="subject" placeholder="POD L1012" size="34" required></label> <small>with the number of the load</small></p>
    <p><input type="file" name="file" aria-label="Scan" required> <button>Mail it</button></p></form>
    <% mails.reverse.first(100).each do |mail| %><article><strong><%= ERB::Util.html_escape(mail["subject"]) %></strong><br><small>to <%= ERB::Util.html_escape(mail["to"]) %>, <%= mail["at"] %></small><pre><%= ERB::Util.html_escape(mail["body"]) %></pre><% (mail["attachments"] || []).each do |file| %><p><a download="<%= ERB::Util.html_escape(file["name"]) %>" href="data:application/pdf;base64,<%= file["content"] %>"><%= ERB::Util.html_escape(file["name"]) %></a></p><% end %></article><% end %>
    </body></html>
  HTML

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
