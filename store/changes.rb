# frozen_string_literal: true

require "json"

# What wakes those who watch: a notice for each record that has changed, sent when all of it commits.
module Store::Changes
  CHANNEL = "crew_ledger_changes"

  # records - Array of [kind, id]; act and who - texts; at - Time
  def self.announce(records, act:, who:, at:)
    notices =
      records.map do |kind, id|
        Sequel.function(:pg_notify, CHANNEL, JSON.generate(kind:, id:, act:, who:, at: at.iso8601))
      end
    DB.select(*notices.each_with_index.map { |call, i| call.as(:"notice_#{i}") }).first
  end
end
