# frozen_string_literal: true

# What stands on the confirmation of a partner's trip.
module Reads::Partners::Confirmation
  Value = Core::Value.of(:company, :trip, :partner, :load, :stops, :freight, :references, :costs, :rules)

  # Raises Store::NotFound.
  def self.of(trip_id)
    trip = Store::Partners.trip(trip_id) or raise Store::NotFound.new("trip", trip_id)
    load_id = trip[:load_id]
    Value.new(
      company: DB[:company].first,
      trip:,
      partner: DB[:partners].first(id: trip[:partner_id]).except(:tax_number),
      load: Store::Freight.load(load_id),
      stops: Store::Freight.stops(load_id),
      freight: Store::Freight.parts(:freight_lines, load_id),
      references: Store::Freight.parts(:load_references, load_id),
      costs: DB[:partner_costs].where(trip_id:).order(:position).all,
      rules: Store::Partners.rules
    )
  end
end
