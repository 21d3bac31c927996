# frozen_string_literal: true

# What follows the last delivery of a trip, inside the same transaction: the crew is free, papers
# that came early count. What it earns follows (FollowUp).
module Work::Tracking::Deliver
  def self.call(trip_id, done_at, act)
    free_crew(trip_id, done_at)
    Store::Freight::TripLoads.where(trip_id:).select_map(:load_id).each { |load_id| papers_in(load_id, act) }
  end

  # A load whose papers are in goes on from delivered.
  def self.papers_in(load_id, act)
    load = Store::Freight.load(load_id)
    kinds = Store::Tracking::Papers.of(load_id).select_map(:kind)
    return unless load[:status] == "delivered" && Core::Freight::Papers.in?(kinds)

    Store::Freight::Loads.change(load, status: Core::Freight.step(load[:status], "papers_in"))
    act.changed("load", load_id, { status: %w[delivered papers_in] })
  end

  # The shortest hold: one without any length would be nowhere in time.
  SHORTEST_SECONDS = 60

  # The trip and what it holds end with the last delivery; they are cut short or lie earlier, and are never
  # stretched: they could run into the next trip.
  def self.free_crew(trip_id, done_at)
    [
      Store::Freight::Trips.at(trip_id),
      Store::Freight::TripDrivers.where(trip_id:),
      Store::Freight::TripUnits.where(trip_id:)
    ].each { |rows| rows.all.each { |row| cut(rows, row, done_at) } }
  end

  def self.cut(rows, row, done_at)
    from, to = row[:during].begin, row[:during].end
    return unless done_at < to

    # Over before it was to begin: what was planned from then on is nobody's any more.
    begins = [from, done_at - SHORTEST_SECONDS].min
    DB.transaction(savepoint: true) do
      rows.at(row[:id]).update(during: Store::Freight.range(begins, done_at))
    end
  rescue Sequel::ConstraintViolation
    # Another trip was planned at that minute: then the planned beginning is held, for a minute.
    rows.at(row[:id]).update(during: Store::Freight.range(from, from + SHORTEST_SECONDS))
  end
  private_class_method :free_crew, :cut
end
