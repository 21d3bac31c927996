# frozen_string_literal: true

# The last message with each driver, and what of his is unread.
module Reads::Road::Threads
  # last - row of messages; driver - row with dispatcher; unread - row with unread and not_understood, or nil;
  # trip - row of the trip that he is on, or nil
  Thread = Core::Value.of(:last, :driver, :unread, :trip)

  # Those with something unread first, then the latest.
  def self.all
    last = DB[:messages].order(:driver_id, Sequel.desc(:id)).distinct(:driver_id).all
    ids = last.map { |row| row[:driver_id] }
    drivers, unread = self.drivers(ids), self.unread
    trips = Store::Hours.trips(ids).group_by { |row| row[:driver_id] }
    threads =
      last.map do |row|
        id = row[:driver_id]
        Thread.new(last: row, driver: drivers[id], unread: unread[id], trip: trips[id]&.first)
      end
    threads.sort_by { |thread| [thread.unread ? 0 : 1, -thread.last[:at].to_i] }
  end

  def self.unread =
    DB[:messages]
      .where(from_driver: true, read_at: nil)
      .group(:driver_id)
      .select(
        :driver_id,
        Sequel.function(:count).*.as(:unread),
        Sequel.function(:bool_or, :not_understood).as(:not_understood)
      )
      .to_hash(:driver_id)

  def self.drivers(ids) =
    DB[:drivers]
      .left_join(:accounts, id: :dispatcher_id)
      .where(Sequel[:drivers][:id] => ids)
      .select(Sequel[:drivers][:id], Sequel[:drivers][:name], Sequel[:accounts][:name].as(:dispatcher))
      .to_hash(:id)
  private_class_method :unread, :drivers
end
