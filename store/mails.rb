# frozen_string_literal: true

# Mails, each written once and sent once.
module Store::Mails
  # attachment - { name:, content: bytes } or nil. Returns its id.
  def self.write(to, subject, body, now, attachment: nil)
    carried =
      attachment && { attachment_name: attachment[:name], attachment: Sequel.blob(attachment[:content]) }
    DB[:mails].insert(to:, subject:, body:, written_at: now, **carried.to_h)
  end

  # Did somebody get one since an instant whose subject is like a pattern?
  def self.written_since?(to, pattern, instant) =
    !DB[:mails].where(to:).where(Sequel.like(:subject, pattern)).where { written_at > instant }.empty?

  def self.unsent(id) = DB[:mails].first(id:, sent_at: nil)
  def self.sent(id, receipt, now) = DB[:mails].where(id:).update(sent_at: now, receipt:)
end
