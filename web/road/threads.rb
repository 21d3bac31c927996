# frozen_string_literal: true

# One thread a driver, those with something unread first, then the latest.
module Web::Road::Threads
  def self.rows
    last = DB[:messages].order(:driver_id, Sequel.desc(:id)).distinct(:driver_id).all
    unread =
      DB[:messages]
        .where(from_driver: true, read_at: nil)
        .group(:driver_id)
        .select(
          :driver_id,
          Sequel.function(:count).*.as(:unread),
          Sequel.function(:bool_or, :not_understood).as(:not_understood)
        )
        .to_hash(:driver_id)
    drivers =
      DB[:drivers]
        .left_join(:accounts, id: :dispatcher_id)
        .where(Sequel[:drivers][:id] => last.map { |row| row[:driver_id] })
        .select(Sequel[:drivers][:id], Sequel[:drivers][:name], Sequel[:accounts][:name].as(:dispatcher))
        .to_hash(:id)
    trips = Store::Hours.trips(drivers.keys).group_by { |row| row[:driver_id] }
    last
      .map do |row|
        row(row, drivers[row[:driver_id]], unread[row[:driver_id]], trips[row[:driver_id]]&.first)
      end
      .sort_by { |row| [row[:unread].zero? ? 1 : 0, -Time.iso8601(row[:last_at]).to_i] }
  end

  def self.row(row, driver, unread, trip)
    {
      driver_id: row[:driver_id],
      driver: driver[:name],
      dispatcher: driver[:dispatcher],
      trip: trip&.fetch(:trip),
      load_id: trip&.fetch(:load_id),
      unread: unread ? unread[:unread] : 0,
      not_understood: unread ? unread[:not_understood] : false,
      last: row[:body],
      last_at: row[:at].iso8601,
      from_driver: row[:from_driver]
    }
  end
  private_class_method :row
end
