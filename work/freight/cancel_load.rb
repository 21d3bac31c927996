# frozen_string_literal: true

# Cancels a load that is not delivered, with a reason; its crew is free again and told.
module Work::Freight::CancelLoad
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "cancel_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      status = Core::Freight.step(load[:status], "cancelled")
      trips = Work::Freight::ReleaseCrew.call(load_id)
      Store::Freight::Loads.change(load, status:, cancel_reason: input[:why])
      trips.each { |trip| Work::Tracking::WriteText.off(trip, load, now) unless trip[:status] == "planned" }
      act.changed("load", load_id, { status: [load[:status], status] }, why: input[:why])
      load_id
    end
  end
end
