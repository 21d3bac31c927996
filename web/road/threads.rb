# frozen_string_literal: true

# One thread a driver, those with something unread first, then the latest.
module Web::Road::Threads
  def self.rows = Reads::Road::Threads.all.map { |thread| row(thread) }

  def self.row(thread)
    last, unread, trip = thread.last, thread.unread, thread.trip
    {
      driver_id: last[:driver_id],
      driver: thread.driver[:name],
      dispatcher: thread.driver[:dispatcher],
      trip: trip&.fetch(:trip),
      load_id: trip&.fetch(:load_id),
      unread: unread ? unread[:unread] : 0,
      not_understood: unread ? unread[:not_understood] : false,
      last: last[:body],
      last_at: last[:at].iso8601,
      from_driver: last[:from_driver]
    }
  end
  private_class_method :row
end
