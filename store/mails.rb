# frozen_string_literal: true

# Mails, each written once and sent once.
module Store::Mails
  # Returns its id.
  def self.write(to, subject, body, now) = DB[:mails].insert(to:, subject:, body:, written_at: now)
  def self.unsent(id) = DB[:mails].first(id:, sent_at: nil)
  def self.sent(id, receipt, now) = DB[:mails].where(id:).update(sent_at: now, receipt:)
end
