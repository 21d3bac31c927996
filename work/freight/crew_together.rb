# frozen_string_literal: true

# Gives several open partials to one crew at once, on one trip: with the totals against what the trailer takes, and
# the stops in the order that is asked for or in the best.
module Work::Freight::CrewTogether
  # What they come to on one trip: Work::Freight::OnBoard. order - ids of stops, nil for the best. Raises Refused
  # `order_of_stops`, `not_partial`.
  def self.plan(load_ids, order, tractor_id: nil, trailer_id: nil)
    loads = partials(Store::Freight::Loads.at(load_ids).order(:id).all)
    stops = Work::Freight::TripPlan.new(loads.map { |load| load[:id] }, order:).stops
    units = [tractor_id, trailer_id].map { |id| id && Store::Fleet::Units.row(id) }
    Work::Freight::OnBoard.new(stops, loads, tractor: units.first, trailer: units.last)
  end

  # input - { key:, load_ids:, driver_ids:, tractor_id:, trailer_id:, order: ids of stops or nil, why: }
  # Returns { trip_id:, load_id: of the first }. Raises Refused `not_partial`, `too_few`, and what CrewLoad and JoinTrip
  # refuse.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "crew_together", by:, now:, input:) do |act|
      ids = input[:load_ids]
      first, *others = ids
      check(ids)
      crew = input.slice(:driver_ids, :tractor_id, :trailer_id)
      Work::Match::GiveLoad.call(
        first,
        { key: "#{input[:key]} #{first}", **crew, why: input[:why] },
        by:,
        now:
      )
      trip_id = Store::Freight.live_trip(first)[:id]
      others.each_with_index do |id, i|
        order = input[:order] if i == others.length - 1
        Work::Freight::JoinTrip.new(id, trip_id, order, lock: true).join(act, now, why: input[:why])
      end
      { trip_id:, load_id: first }
    end
  end

  def self.check(ids)
    raise Refused.new("too_few", "Pick two partials or more.", path: "/load_ids") if ids.length < 2

    partials(Store::Freight::Loads.at(ids).order(:id).for_update.all)
  end

  # Raises Refused `not_partial`.
  def self.partials(rows)
    full = rows.find { |row| row[:size] != "partial" }
    return rows if full.nil?

    raise Refused.new(
            "not_partial",
            "#{full[:number]} is booked as a full load: nothing goes beside it.",
            path: "/load_ids"
          )
  end
  private_class_method :check, :partials
end
