# frozen_string_literal: true

# Sends the trips of a load to their drivers' phones, with all that is aboard. A trip that was sent already is
# not sent again: the load then follows it.
module Work::Freight::SendLoad
  CLERK_DECIDES = "The permit clerk can let it go all the same, on its permit file."

  # input - { key:, why: }. Raises Refused `wrong_status`, `no_phone`, `permits_missing`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "send_load", by:, now:, input: input.merge(load_id:)) do |act|
      Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
      loads = aboard(load_id)
      trips = Store::Freight.live_trips(load_id).select { |trip| trip[:status] == "planned" }
      load = loads.find { |row| row[:id] == load_id }
      Core::Freight.step(load[:status], "sent") unless load[:status] == "planned"
      refuse_silent(trips)
      loads.each { |row| refuse_without_permits(row, trips, input[:why], by) }
      trips.each { |trip| tell(trip, load, now) }
      Work::Freight::Follow.call(loads) do |row, before|
        act.changed("load", row[:id], { status: [before, row[:status]] }, why: input[:why])
      end
      load_id
    end
  end

  # The load and all that share its trips, locked in the order of their ids; another may have joined while these
  # were waited for.
  def self.aboard(load_id)
    trip_ids = Store::Freight.live_trips(load_id).map { |trip| trip[:id] }
    ids = [load_id, *Store::Freight::TripLoads.where(trip_id: trip_ids).select_map(:load_id)].uniq
    loads = Store::Freight::Loads.at(ids).order(:id).for_update.all
    now = Store::Freight.live_trips(load_id).map { |trip| trip[:id] }
    joined = Store::Freight::TripLoads.where(trip_id: now).exclude(load_id: ids).any?
    return aboard(load_id) if joined || now != trip_ids

    Store::Freight::Trips.queue(trip_ids)
    loads
  end

  def self.refuse_silent(trips)
    silent =
      trips
        .flat_map { |trip| Store::Freight.trip_drivers(trip[:id]).all }
        .find { |driver| driver[:phone].empty? } or return
    raise Refused.new("no_phone", "#{silent[:name]} has no telephone number in the directory.", path: "")
  end

  def self.tell(trip, load, now)
    Store::Freight::Trips.change(trip, status: "sent")
    Store::Freight
      .trip_drivers(trip[:id])
      .all
      .each { |driver| Work::Tracking::WriteText.trip(driver, trip, load, now) }
  end

  # No such load moves without its papers, unless the company lets that only warn, or the permit clerk lets it go, with a
  # reason: here, or on its file.
  def self.refuse_without_permits(load, trips, why, by)
    return unless Store::Match.effects.fetch("permits_missing", "block") == "block"

    missing = trips.flat_map { |trip| Work::Permits::Missing.of(load[:id], trip:) }.uniq
    return if missing.empty?

    clerk = by.roles.include?("permit_clerk")
    return if clerk && !why.to_s.strip.empty?

    raise Refused.new(
            "permits_missing",
            "#{missing.join(" ")} #{clerk ? "To send it all the same, say why." : CLERK_DECIDES}",
            path: clerk ? "/why" : ""
          )
  end
  private_class_method :refuse_without_permits, :aboard, :refuse_silent, :tell
end
