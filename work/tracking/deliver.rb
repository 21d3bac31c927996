# frozen_string_literal: true

# What follows the last delivery of a trip, inside the same transaction: the crew is free, papers
# that came early count. What it earns follows (FollowUp).
module Work::Tracking::Deliver
  def self.call(trip_id, done_at, act)
    free_crew(trip_id, done_at)
    DB[:trip_loads].where(trip_id:).select_map(:load_id).each { |load_id| papers_in(load_id, act) }
  end

  # A load whose papers are in goes on from delivered.
  def self.papers_in(load_id, act)
    load = Store::Freight.load(load_id)
    kinds = Store::Tracking::Papers.of(load_id).select_map(:kind)
    return unless load[:state] == "delivered" && Core::Freight::Papers.in?(kinds)

    DB[:loads].where(id: load_id).update(
      state: Core::Freight.step(load[:state], "papers_in"),
      version: load[:version] + 1
    )
    act.changed("load", load_id, { state: %w[delivered papers_in] })
  end

  # The shortest hold: one without any length would be nowhere in time, also for a trip that was over before
  # it was to begin.
  SHORTEST_SECONDS = 60

  # A hold is cut short, never stretched: it could run into the next trip.
  def self.free_crew(trip_id, done_at)
    %i[trip_drivers trip_units].each do |table|
      DB[table]
        .where(trip_id:)
        .each do |row|
          from, to = row[:during].begin, row[:during].end
          next unless done_at < to && to > from + SHORTEST_SECONDS
          DB[table].where(id: row[:id]).update(
            during: Store::Freight.range(from, [done_at, from + SHORTEST_SECONDS].max)
          )
        end
    end
  end
  private_class_method :free_crew
end
