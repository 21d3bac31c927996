# frozen_string_literal: true

# A person ends sessions of their own: those that are named, or all but this one.
module Work::Company::EndSessions
  # input - { key:, ids: of sessions }. Returns how many ended.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "end_sessions", by:, now:, input:) do |act|
      ended = Store::Company::Sessions.of(by.id).where(id: input[:ids]).delete
      act.changed("person", by.id, { sessions: [ended, 0] }) if ended.positive?
      { ended: }
    end
  end

  # Open connections of theirs look whether they may stay.
  def self.tell(account_id) =
    Store::Changes.announce([["person", account_id]], act: "end_sessions", who: "", at: Time.now)
end
