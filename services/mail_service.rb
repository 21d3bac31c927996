# frozen_string_literal: true

# The service that delivers mail. The stand-in and a real one are told apart by the address alone.
class Services::MailService
  def self.current = new(Services::Client.new("the mail service", Settings.mail_url))

  def initialize(client)
    @client = client
  end

  # Returns its receipt. The same key delivers once. Raises Services::Unreachable; the job tries again.
  def deliver(to, subject, body, key:) =
    @client.read(@client.post("/v1/mails", { to:, subject:, body: }, key:)) do |answer|
      Services::Client.text(answer, "receipt")
    end
end
