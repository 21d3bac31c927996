# frozen_string_literal: true

# Sends a planned trip to its drivers' phones.
module Work::Freight::SendLoad
  # input - { key:, why: }. Raises Refused `wrong_state`, `no_phone`, `permits_missing`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "send_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      state = Core::Freight.step(load[:state], "sent")
      trips =
        Store::Freight.live_trips(load_id).to_h { |trip| [trip, Store::Freight.trip_drivers(trip[:id]).all] }
      drivers = trips.values.flatten
      silent = drivers.find { |driver| driver[:phone].empty? }
      refuse_without_permits(load, trips.keys, input[:why])
      if silent
        raise Refused.new("no_phone", "#{silent[:name]} has no telephone number in the directory.", path: "")
      end

      DB[:loads].where(id: load_id).update(state:, version: load[:version] + 1)
      DB[:trips].where(id: trips.keys.map { |trip| trip[:id] }).update(state:)
      trips.each do |trip, crew|
        crew.each { |driver| Work::Tracking::WriteText.trip(driver, trip, load, now) }
      end
      act.changed("load", load_id, { state: [load[:state], state] }, why: input[:why])
      load_id
    end
  end

  # No such load moves without its papers, unless the company lets that only warn, or somebody says why.
  def self.refuse_without_permits(load, trips, why)
    return unless Store::Match.effects.fetch("permits_missing", "block") == "block" && why.to_s.strip.empty?

    missing =
      trips
        .flat_map do |trip|
          Work::Permits::Missing.of(
            load[:id],
            starts_at: trip[:during].begin,
            tractor_id: Store::Freight.trip_units([trip[:id]]).where(role: "tractor").get(:unit_id)
          )
        end
        .uniq
    if missing.any?
      raise Refused.new(
              "permits_missing",
              "#{missing.join(" ")} To send it all the same, say why.",
              path: "/why"
            )
    end
  end
  private_class_method :refuse_without_permits
end
