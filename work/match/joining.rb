# frozen_string_literal: true

# Holds a partial load against the trips of partials that crews have already: what it adds is what it earns
# and costs.
class Work::Match::Joining
  # A trip with the load among its stops. row - of Store::Match.trips; slot, done - the crew before and after
  # it as it is now
  # legs - Array of Work::Freight::JoinTrip::Leg; next - row of the trip after it, or nil
  Together =
    Value.of(:row, :slot, :done, :stops, :legs, :tractor_id, :trailer_id, :next) do
      def miles = legs.sum(0.to_d, &:miles)
      def mine(load_id) = legs.select { |leg| leg.aboard.loads.include?(load_id) }
    end

  def initialize(judge)
    @judge = judge
  end

  # Array of Work::Match::Judge::Fit, one for each trip that the load could join.
  def of(crews, load)
    return [] unless load.row[:size] == "partial" && load.row[:status] == "open"

    crews.flat_map do |crew|
      crew.trips.select { |row| joinable?(row) }.filter_map { |row| fit(crew, load, row) }
    end
  end

  # One of them; nil where the trip can no longer be joined.
  def one(crew, load, trip_id) =
    crew.trips.find { |row| row[:trip_id] == trip_id }&.then { |row| fit(crew, load, row, exact: true) }

  private

  def joinable?(row) =
    Store::Freight::JOINABLE.include?(row[:trip][:status]) && row[:load] && partials.include?(row[:trip_id])

  # Trips that carry nothing but partials.
  def partials
    @partials ||= Store::Freight::TripLoads.partial_trip_ids(Store::Freight::JOINABLE)
  end

  def fit(crew, load, row, exact: false)
    at = crew.slots.index { |slot| slot.after&.fetch(:trip_id) == row[:trip_id] } or return
    shared = Work::Freight::JoinTrip.new(load.row[:id], row[:trip_id], nil)
    units = Store::Freight.trip_units([row[:trip_id]]).to_hash(:role, :unit_id)
    together =
      Together.new(
        row:,
        slot: crew.slots[at - 1],
        done: crew.slots[at],
        stops: shared.stops,
        legs: shared.legs,
        tractor_id: units["tractor"],
        trailer_id: units["trailer"],
        next: crew.trips[crew.trips.index(row) + 1]
      )
    @judge.joined(crew, load, together, exact:)
  rescue Refused
    # Stops of its own, or under way by now: no trip to join, and no reason to fail the others.
    nil
  end
end
