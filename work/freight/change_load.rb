# frozen_string_literal: true

# Changes a load that was read at a version; its trip follows, with the driver's new times.
module Work::Freight::ChangeLoad
  SHOWN = %i[
    customer_id
    size
    tarps
    team_needed
    trailer_kind
    notes
    driver_notes
    price_kind
    price_rate
    fuel_kind
    fuel_rate
    total
    origin
    destination
    pickup_at
    delivery_at
    stop_count
    reference
  ].freeze

  # Raises Work::Stale with both versions, Refused `under_way`, `crew_taken`, and what booking refuses.
  def self.call(id, input, by:, now:)
    Work::Act.once(nil, "change_load", by:, now:) do |act|
      load = Store::Freight.load_for_change(id) or raise Store::NotFound.new("load", id)
      Work::Stale.check(load, input[:version], of: ["load", load[:id]], yours: yours(input)) do
        load.slice(*SHOWN)
      end
      unless Core::Freight::Statuses::CHANGEABLE.include?(load[:status])
        raise Refused.new(
                "under_way",
                "This load is #{load[:status].tr("_", " ")}: it can no longer be changed here.",
                path: ""
              )
      end

      writer = Work::Freight::LoadWriter.new(input, by:, now:)
      writer.check
      Work::Billing::CheckCredit.call(input[:customer_id], writer.total_cents, load:)
      if writer.stops.length != load[:stop_count]
        Work::Freight::Relay.refuse(load, "Its number of stops cannot change.")
      end
      before = stop_notes(id)
      Store::Freight::Loads.change(load, **writer.columns)
      writer.write_parts(id)
      Work::Freight::TripPlan.follow_load(id)
      Work::Freight::SearchText.write(id)
      Work::Permits::FollowDay.call(id, by:, now:)
      changes = Work::Act.difference(load.slice(*SHOWN), Store::Freight.load(id).slice(*SHOWN))
      after = stop_notes(id)
      changes = changes.merge(stop_notes: [before.join("; "), after.join("; ")]) if after != before
      tell(id, changes, now)
      act.changed("load", id, changes)
      id
    end
  end

  # What drivers are told of each stop.
  def self.stop_notes(load_id) =
    Store::Freight
      .stops(load_id)
      .map { |stop| [stop[:name], *stop.values_at(:reference, :notes).reject(&:empty?)].join(", ") }

  # What a driver must hear of where it changed (data/tracking/phrases.yml says it).
  TOLD = %i[
    pickup_at
    delivery_at
    origin
    destination
    stop_count
    tarps
    driver_notes
    stop_notes
    reference
  ].freeze

  def self.tell(id, changes, now)
    what = TOLD.select { |field| changes.key?(field) }.map { |field| [field, {}] }
    return if what.empty?

    Store::Freight
      .live_trips(id)
      .each do |trip|
        if %w[sent accepted rolling].include?(trip[:status])
          Work::Tracking::WriteText.changed(trip, Store::Freight.load(id), what, now)
        end
      end
  end

  # The fields of a stale edit, by the names that the stored load has for them.
  def self.yours(input)
    price = input[:price].to_h.slice(:kind, :rate, :fuel_kind, :fuel_rate)
    input.slice(*SHOWN).merge(
      {
        price_kind: price[:kind],
        price_rate: price[:rate],
        fuel_kind: price[:fuel_kind],
        fuel_rate: price[:fuel_rate]
      }.compact
    )
  end
  private_class_method :stop_notes, :tell, :yours
end
