# frozen_string_literal: true

require "erb"
require "fileutils"
require "json"
require "securerandom"
require "time"

# Simulated outside services: each a small process of its own.
module StandIns
end

# A mail service whose mailboxes anybody may read. POST /v1/mails {"to","subject","body"} with an
# Idempotency-Key answers {"receipt"}; the same key is delivered once. GET / shows all mails, newest first;
# GET /v1/mails lists them as JSON.
class StandIns::Mailbox
  PAGE = ERB.new(<<~HTML)
    <!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Mailbox (stand-in)</title>
    <style>body { font: 16px/1.45 system-ui, sans-serif; margin: 2rem auto; max-width: 46rem; background: #eceae4; color: #20262b; } article { background: #fff; border: 1px solid #cfcbc1; border-radius: .5rem; padding: .8rem 1rem; margin: .8rem 0; } pre { font: inherit; white-space: pre-wrap; margin: .5rem 0 0; } small { color: #56616a; }</style></head>
    <body><h1>Mailbox: a stand-in for the mail service</h1><p>No mail leaves this machine.</p>
    <% mails.reverse.first(100).each do |mail| %><article><strong><%= ERB::Util.html_escape(mail["subject"]) %></strong><br><small>to <%= ERB::Util.html_escape(mail["to"]) %>, <%= mail["at"] %></small><pre><%= ERB::Util.html_escape(mail["body"]) %></pre></article><% end %>
    </body></html>
  HTML

  # path - a file of JSON lines that keeps the mails over a restart
  def initialize(path)
    @path = path
    @lock = Mutex.new
    FileUtils.mkdir_p(File.dirname(path))
    @mails = File.exist?(path) ? File.readlines(path).map { |line| JSON.parse(line) } : []
  end

  def call(env)
    case [env["REQUEST_METHOD"], env["PATH_INFO"]]
    when %w[POST /v1/mails]
      receive(JSON.parse(env["rack.input"].read), env["HTTP_IDEMPOTENCY_KEY"])
    when %w[GET /v1/mails]
      json(200, mails)
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

  def receive(mail, key)
    if [*mail.values_at("to", "subject", "body"), key].any? { |text| text.to_s.empty? }
      return json(422, error: "to, subject and body are needed, and an Idempotency-Key")
    end

    @lock.synchronize do
      earlier = @mails.find { |one| one["key"] == key }
      return json(201, receipt: earlier["receipt"]) if earlier

      @mails << {
        "key" => key,
        **mail.slice("to", "subject", "body"),
        "at" => Time.now.utc.iso8601,
        "receipt" => SecureRandom.hex(8)
      }
      File.write(@path, "#{JSON.generate(@mails.last)}\n", mode: "a")
      json(201, receipt: @mails.last["receipt"])
    end
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
