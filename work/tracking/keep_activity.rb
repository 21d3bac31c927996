# frozen_string_literal: true

# What a driver did between two times: for hourly pay and for detention. Past midnight it simply goes on.
module Work::Tracking::KeepActivity
  KINDS = %w[driving loading waiting_to_load unloading waiting_to_unload chaining_up off_duty].freeze
  LONGEST_HOURS = 24

  # input - { key:, kind:, from:, to:, note:, replaces: id or nil, phone_at: }
  #
  # Returns the trip's id. Raises Refused `times_reversed`, `too_long`, `in_future`, `not_in_steps`,
  # `overlaps`.
  def self.call(trip_id, input, driver:, now:)
    Work::Act.once(
      input[:key],
      "keep_activity",
      by: driver,
      now:,
      input: Work::Act.plain(input.except(:phone_at).merge(trip_id:))
    ) do |act|
      Work::Partners::Drivers.refuse(driver.id)
      trip = Store::Freight::Trips.of_driver(driver.id).row(trip_id) or
        raise Store::NotFound.new("trip", trip_id)
      check(input, now)
      drop(input[:replaces], driver, now) if input[:replaces]
      insert(trip, input, driver, now) if input[:kind]
      Work::Tracking::FollowUp.soon(trip_id)
      act.changed(
        "trip",
        trip_id,
        { activity: [nil, [input[:kind], input[:from], input[:to]].compact.join(" ")] }
      )
      trip_id
    end
  end

  def self.check(input, now)
    return if input[:kind].nil?
    if input[:to] <= input[:from]
      raise Refused.new("times_reversed", "It ends before it begins: put one of the two right.", path: "/to")
    end
    if input[:to] - input[:from] > LONGEST_HOURS * 3600
      raise Refused.new("too_long", "That is over #{LONGEST_HOURS} hours: is the day right?", path: "/to")
    end
    if input[:to] > now + 900
      raise Refused.new("in_future", "That time is still to come: put the time right.", path: "/to")
    end

    step = Store::Tracking.settings[:activity_step_minutes]
    odd = %i[from to].find { |field| (input[field].to_i % (step * 60)).nonzero? }
    raise Refused.new("not_in_steps", "Times are kept in steps of #{step} minutes.", path: "/#{odd}") if odd
  end

  def self.drop(id, driver, now) =
    Store::Tracking::Activities.where(id:, driver_id: driver.id, dropped_at: nil).update(dropped_at: now)

  def self.insert(trip, input, driver, now)
    DB.transaction(savepoint: true) do
      Store::Tracking::Activities.insert(
        trip_id: trip[:id],
        driver_id: driver.id,
        kind: input[:kind],
        from_at: input[:from],
        to_at: input[:to],
        note: input[:note].to_s.strip,
        said_at: now
      )
    end
  rescue Sequel::ConstraintViolation => e
    raise unless Work::Act.broken_constraint(e) == "activities_one_at_a_time"

    raise Refused.new(
            "overlaps",
            "You have told something else for part of that time: put one of the two right.",
            path: "/from"
          )
  end
  private_class_method :check, :drop, :insert
end
