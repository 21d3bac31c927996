# frozen_string_literal: true

# Takes in what the register says of brokers now.
module Work::Market::TakeRegister
  # rows - Array of Hash, columns of brokers
  def self.call(rows, now:) =
    rows.empty? || Store::Market::Brokers.keep_all(rows.map { |row| { **row, checked_at: now } })

  def self.due?(now, every_seconds) =
    (Store::Market::Brokers.max(:checked_at) || Time.at(0)) < now - every_seconds
end
