# frozen_string_literal: true

# Delivers one mail to the mail service. It may be killed on any line: the service drops a key that it has
# seen.
class Jobs::SendMail < Que::Job
  self.maximum_retry_count = 15

  # Within a transaction: written now, sent once it commits.
  def self.write(to, subject, body, now, attachment: nil) =
    Store::Mails.write(to, subject, body, now, attachment:).tap { |mail_id| enqueue(mail_id:) }

  def run(mail_id:)
    mail = Store::Mails.unsent(mail_id) or return finish
    receipt = deliver(mail)
    DB.transaction do
      Store::Mails.sent(mail_id, receipt, Clock.now)
      finish
    end
  end

  private

  def deliver(mail) =
    Services::MailService.current.deliver(
      *mail.values_at(:to, :subject, :body),
      key: "mail-#{mail[:id]}-#{mail[:written_at].to_i}",
      attachment: mail[:attachment] && { name: mail[:attachment_name], content: mail[:attachment].to_s }
    )
end
