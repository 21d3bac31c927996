# frozen_string_literal: true

# Takes in what the register says of brokers now.
module Work::Market::TakeRegister
  # What is gone for so long is forgotten on the way.
  KEPT_SECONDS = 100 * 86_400

  # rows - Array of Hash, columns of brokers
  def self.call(rows, now:)
    Store::Market::Postings.forget_gone_before(now - KEPT_SECONDS)
    Store::Market::Brokers.keep_all(rows.map { |row| { **row, checked_at: now } }) if rows.any?
  end

  def self.due?(now, every_seconds) =
    (Store::Market::Brokers.max(:checked_at) || Time.at(0)) < now - every_seconds
end
