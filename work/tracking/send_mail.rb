# frozen_string_literal: true

require "net/http"

# Delivers one mail to the mail service. It may be killed on any line: the service drops a key that it has seen.
class Work::Tracking::SendMail < Que::Job
  class Unreachable < StandardError; end

  self.maximum_retry_count = 15

  # Within a transaction: written now, sent once it commits.
  def self.write(to, subject, body, now) = DB[:mails].insert(to:, subject:, body:, written_at: now).tap { |mail_id| enqueue(mail_id:) }

  def run(mail_id:)
    mail = DB[:mails].first(id: mail_id, sent_at: nil) or return finish
    receipt = deliver(mail)
    DB.transaction do
      DB[:mails].where(id: mail_id).update(sent_at: Clock.now, receipt:)
      finish
    end
  end

  private

  def deliver(mail)
    base = URI(Settings.mail_url)
    response = Net::HTTP.start(base.host, base.port, use_ssl: base.scheme == "https", open_timeout: 3, read_timeout: 10) do |http|
      http.post("/v1/mails", JSON.generate(mail.slice(:to, :subject, :body)), "Content-Type" => "application/json", "Idempotency-Key" => "mail-#{mail[:id]}-#{mail[:written_at].to_i}")
    end
    raise Unreachable, "the mail service answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)

    JSON.parse(response.body).fetch("receipt")
  rescue SystemCallError, Timeout::Error, IOError => e
    raise Unreachable, "the mail service is out of reach: #{e.message}"
  end
end
