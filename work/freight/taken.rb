# frozen_string_literal: true

# Whether a crew is free between two instants, and what it is on if not.
module Work::Freight::Taken
  # Raises Refused `crew_taken` with the trip it clashes with.
  def self.check(crew, from, to, except_trip_id: nil)
    held =
      Store::Freight
        .holding(:trip_drivers, from, to, except_trip_id:)
        .where(driver_id: crew[:driver_ids])
        .first
    refuse(:drivers, held, "/driver_ids") if held
    units = crew.values_at(:tractor_id, :trailer_id).compact
    held = Store::Freight.holding(:trip_units, from, to, except_trip_id:).where(unit_id: units).first
    refuse(:units, held, held[:holder_id] == crew[:tractor_id] ? "/tractor_id" : "/trailer_id") if held
  end

  def self.refuse(table, held, path)
    name = Store::Fleet.name_of(table, held[:holder_id])
    raise Refused.new(
            "crew_taken",
            "#{name} is on #{said(held)} at those times.",
            path:,
            details: {
              trip: held[:trip],
              load: held[:load]
            }
          )
  end

  # held - a row of Store::Freight.holding
  def self.said(held) =
    held[:load] ? "#{held[:load]} (#{held[:origin]} → #{held[:destination]})" : "trip #{held[:trip]}, empty"
  private_class_method :refuse
end
