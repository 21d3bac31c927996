# frozen_string_literal: true

# Sends a crew empty to a yard, with a trip of its own, told by text; and calls that off.
module Work::Freight::Reposition
  # input - { key:, driver_ids:, tractor_id:, trailer_id: or nil, where: ZIP or town, at: Time by which to be
  #         there, notes: }
  # Raises Refused `crew_taken`, `no_phone`, and what a crew and a place refuse.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "reposition", by:, now:, input: Work::Act.plain(input)) do |act|
      raise Refused.new("in_past", "That time is behind us.", path: "/at") if input[:at] <= now

      Work::Freight::CrewLoad.check_crew({ team_needed: false }, input)
      silent = Store::Fleet::Drivers.where(id: input[:driver_ids], phone: "").get(:name)
      if silent
        raise Refused.new(
                "no_phone",
                "#{silent} has no telephone number in the directory.",
                path: "/driver_ids"
              )
      end

      row = Work::Freight::OwnStop.row(input.merge(kind: "yard"), by:, now:)
      trip_id =
        Work::Freight::TripPlan.new([], own: [[row.merge(id: Store::Freight::Stops.insert(row)), nil]]).make(
          input
        )
      Store::Freight::Trips.at(trip_id).update(status: "sent")
      trip = Store::Freight::Trips.row(trip_id)
      Store::Freight
        .trip_drivers(trip_id)
        .each do |driver|
          Work::Tracking::WriteText.trip(
            driver,
            trip,
            { origin: "empty", destination: "#{row[:town]}, #{row[:state]}" },
            now
          )
        end
      tell(act, trip_id, { reposition: [nil, "#{row[:town]}, #{row[:state]}"] })
      trip_id
    end
  end

  # input - { key:, why: }. Raises Refused `not_empty`, `passed`.
  def self.call_off(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "call_off", by:, now:, input: input.merge(trip_id:)) do |act|
      trip = Store::Freight::Trips.lock(trip_id) or raise Store::NotFound.new("trip", trip_id)
      unless Store::Freight::TripLoads.where(trip_id:).empty?
        raise Refused.new(
                "not_empty",
                "Trip #{trip[:number]} carries a load: take the crew off the load.",
                path: ""
              )
      end
      unless %w[sent accepted rolling].include?(trip[:status])
        raise Refused.new("passed", "Trip #{trip[:number]} is #{trip[:status]}.", path: "")
      end

      Work::Freight::ReleaseCrew.cancel(trip)
      Work::Tracking::WriteText.off(trip, nil, now)
      tell(act, trip_id, { status: [trip[:status], "cancelled"] }, why: input[:why])
      trip_id
    end
  end

  def self.tell(act, trip_id, changes, why: nil)
    act.changed("trip", trip_id, changes, why:)
    Store::Freight
      .trip_drivers(trip_id)
      .select_map(:driver_id)
      .each { |driver_id| act.changed("driver", driver_id, changes, why:) }
  end
  private_class_method :tell
end
