# frozen_string_literal: true

# Mails, each written once and sent once.
module Store::Mails
  # attachment - { name:, content: bytes } or nil. Returns its id.
  def self.write(to, subject, body, now, attachment: nil)
    carried =
      attachment && { attachment_name: attachment[:name], attachment: Sequel.blob(attachment[:content]) }
    DB[:mails].insert(to:, subject:, body:, written_at: now, **carried.to_h)
  end

  def self.unsent(id) = DB[:mails].first(id:, sent_at: nil)
  def self.sent(id, receipt, now) = DB[:mails].where(id:).update(sent_at: now, receipt:)
end
