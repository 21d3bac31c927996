# frozen_string_literal: true

# Takes the crew off a load that is not rolling yet; the driver is told if the trip was sent.
module Work::Freight::UncrewLoad
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "uncrew_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      status = Core::Freight.step(load[:status], "open")
      trips = Work::Freight::ReleaseCrew.call(load_id)
      Store::Freight::Loads.change(load, status:, crew: nil)
      Work::Freight::SearchText.write(load_id)
      trips.each { |trip| Work::Tracking::WriteText.off(trip, load, now) unless trip[:status] == "planned" }
      act.changed(
        "load",
        load_id,
        { status: [load[:status], "open"], crew: [load[:crew], nil] },
        why: input[:why]
      )
      load_id
    end
  end
end
