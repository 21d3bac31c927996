# frozen_string_literal: true

# Trips that a partial load could join, and what a trip carries leg by leg.
module Web::Freight::Sharing
  def self.joinable(load_id)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    return [] unless load[:size] == "partial" && load[:state] == "open"

    rows =
      DB[:trips]
        .join(:trip_loads, trip_id: :id)
        .join(:loads, id: :load_id)
        .where(Sequel[:trips][:state] => Work::Freight::JoinTrip::JOINABLE)
        .exclude(Sequel[:loads][:id] => load_id)
        .order(Sequel.function(:lower, :during))
        .select(
          Sequel[:trips][:id].as(:trip_id),
          Sequel[:trips][:number].as(:trip),
          Sequel[:loads][:number],
          :size,
          :crew,
          :origin,
          :destination
        )
        .all
    rows
      .group_by { |row| row[:trip_id] }
      .values
      .select { |list| list.all? { |row| row[:size] == "partial" } }
      .map do |list|
        {
          trip_id: list.first[:trip_id],
          trip: list.first[:trip],
          crew: list.first[:crew],
          loads: list.map { |row| row[:number] },
          way: "#{list.first[:origin]} → #{list.last[:destination]}"
        }
      end
  end

  # load_id - that would join, or nil; order - ids of stops, nil as it is or as is best
  def self.preview(trip_id, load_id, order)
    order ||= DB[:trip_stops].where(trip_id:).order(:position).select_map(:stop_id) unless load_id
    shared = Work::Freight::JoinTrip.new(load_id, trip_id, order)
    numbers = DB[:loads].where(id: shared.stops.map { |stop| stop[:load_id] }.uniq).select_hash(:id, :number)
    {
      trip_id:,
      trailer: shared.trailer&.fetch(:number),
      takes_lb: shared.trailer&.fetch(:capacity_lb),
      stops:
        shared.stops.map do |stop|
          stop.slice(:id, :kind, :name, :town, :state, :zone).merge(
            load: numbers[stop[:load_id]],
            from: stop[:from_at]&.iso8601,
            to: stop[:to_at]&.iso8601
          )
        end,
      legs: shared.legs.map { |leg| leg(leg, numbers) }
    }
  end

  def self.leg(leg, numbers)
    {
      from: leg.from,
      to: leg.to,
      miles: Money.rate_text(leg.miles, places: 1),
      weight_lb: leg.aboard.weight_lb,
      length_in: leg.aboard.length_in,
      loads: leg.aboard.loads.map { |id| numbers[id] },
      over: leg.over
    }
  end
  private_class_method :leg
end
