# frozen_string_literal: true

# The service that delivers mail. The stand-in and a real one are told apart by the address alone.
class Services::MailService
  def self.current = new(Services::Client.new("the mail service", Settings.mail_url))

  def initialize(client)
    @client = client
  end

  # What came to our mailbox after a mail, oldest first: [{ id:, from:, subject:, attachments: [{ name:, content: }] }],
  # the contents as bytes. Raises Services::Unreachable.
  def received(after:)
    @client.read(@client.get("/v1/received?after=#{after}")) do |answer|
      answer.fetch("mails").map { |mail| mail(mail) }
    end
  end

  # attachment - { name:, content: bytes } or nil. Returns its receipt. The same key delivers once. Raises
  # Services::Unreachable; the job tries again.
  def deliver(to, subject, body, key:, attachment: nil)
    carried = [attachment].compact.map { |file| { name: file[:name], content: [file[:content]].pack("m0") } }
    mail = { to:, subject:, body:, **(carried.empty? ? {} : { attachments: carried }) }
    @client.read(@client.post("/v1/mails", mail, key:)) { |answer| Services::Client.text(answer, "receipt") }
  end

  private

  def mail(mail)
    attachments =
      mail
        .fetch("attachments")
        .map do |file|
          content = Services::Client.text(file, "content").unpack1("m0")
          { name: Services::Client.text(file, "name"), content: }
        end
    {
      id: Integer(mail.fetch("id")),
      from: Services::Client.text(mail, "from"),
      subject: Services::Client.text(mail, "subject"),
      attachments:
    }
  end
end
