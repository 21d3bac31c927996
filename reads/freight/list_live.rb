# frozen_string_literal: true

# What the list of loads says of those under way: when each was last heard of, whether its driver is asked, and
# where a truck stands past what is free; and of those that are invoiced, which are overdue. A fixed number of queries for a page.
module Reads::Freight::ListLive
  # overdue - its invoice is not paid though it was due before today
  # heard_at - Time or nil; asking - on, over, off or never; detention_minutes - running now, nil where none is
  Value = Core::Value.of(:heard_at, :asking, :detention_minutes, :overdue)

  # rows - of loads; returns Hash of load id to Value
  def self.of(rows, now)
    ids = rows.map { |row| row[:id] }
    trips = trips(ids)
    heard = heard(trips.values.uniq)
    schedules = DB[:ask_schedules].where(load_id: ids).select_hash(:load_id, :running)
    running = detention(trips.values.uniq, now)
    overdue = Store::Billing.overdue(ids, Store::Company.day_of(now))
    rows.to_h do |row|
      id = row[:id]
      asking = Core::Tracking::Asking.standing(schedules[id], row[:status])
      [
        id,
        Value.new(
          heard_at: heard[trips[id]],
          asking:,
          detention_minutes: running[id],
          overdue: overdue.include?(id)
        )
      ]
    end
  end

  # The trip that each load is on.
  def self.trips(load_ids) =
    DB[:trip_loads]
      .join(:trips, id: :trip_id)
      .where(load_id: load_ids)
      .exclude(status: %w[declined cancelled])
      .order(:load_id, Sequel.desc(Sequel.function(:lower, :during)))
      .distinct(:load_id)
      .select_hash(:load_id, :trip_id)

  def self.heard(trip_ids)
    said =
      DB[:check_ins]
        .where(trip_id: trip_ids)
        .exclude(source: %w[dispatcher geofence])
        .group(:trip_id)
        .select_hash(:trip_id, Sequel.function(:max, :done_at).as(:at))
    seen =
      DB[:positions]
        .where(trip_id: trip_ids)
        .group(:trip_id)
        .select_hash(:trip_id, Sequel.function(:max, :at).as(:at))
    said.merge(seen) { |_, one, other| [one, other].max }
  end

  # Minutes past what is free, by load.
  def self.detention(trip_ids, now)
    Store::Freight::TripStops
      .docks(trip_ids)
      .select { |stop| stop[:arrived_at] && stop[:left_at].nil? && stop[:worked_at].nil? }
      .select { |stop| stop[:position] == stop[:reached] }
      .to_h { |stop| [stop[:load_id], minutes(stop, now)] }
      .select { |_, minutes| minutes.positive? }
  end

  def self.minutes(stop, now) =
    Core::Tracking::Detention.claim(
      arrived_at: stop[:arrived_at],
      opens_at: stop[:from_at],
      ends_at: now,
      free_minutes: stop[:detention_free_minutes],
      step_minutes: stop[:detention_step_minutes],
      hourly: stop[:detention_hourly]
    ).minutes
  private_class_method :trips, :heard, :detention, :minutes
end
