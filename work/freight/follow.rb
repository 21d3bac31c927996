# frozen_string_literal: true

# Brings loads to what their trips are: the one place that reads a load's status from its trips.
module Work::Freight::Follow
  # loads - rows, locked; they are brought up to date in place. Yields each that has changed, and its status before.
  def self.call(loads)
    loads.each do |load|
      before = load[:status]
      trips = Store::Freight.live_trips(load[:id]).map { |trip| trip[:status] }
      status = Core::Freight::Statuses.by_trips(before, trips)
      next if status == before

      Store::Freight::Loads.change(load, status:)
      load.update(status:, version: load[:version] + 1)
      yield load, before if block_given?
    end
  end
end
