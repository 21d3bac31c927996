# frozen_string_literal: true

# Sets how often the driver of a load is asked for a check-in, and asks when it is time.
module Work::Tracking::ScheduleAsking
  UNDER_WAY = %w[sent accepted rolling].freeze

  # input - { key:, running:, every_hours:, from:, to: }; from and to nil for the first pickup and the last
  #         delivery
  def self.call(load_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "schedule_asking",
      by:,
      now:,
      input: Work::Act.plain(input.merge(load_id:))
    ) do |act|
      Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      if input[:from] && input[:to] && input[:to] <= input[:from]
        raise Refused.new(
                "times_reversed",
                "It ends before it begins: put one of the two right.",
                path: "/to"
              )
      end

      row = {
        running: input[:running],
        every_hours: input[:every_hours] || Store::Tracking.settings[:ask_every_hours],
        from_at: input[:from],
        to_at: input[:to],
        by: by.name,
        at: now
      }
      Store::Tracking::AskSchedules.keep({ load_id:, **row }, key: :load_id)
      act.changed(
        "load",
        load_id,
        { asking: [nil, input[:running] ? "every #{row[:every_hours]} h" : "off"] }
      )
      load_id
    end
  end

  # Asks all whose time has come. Returns the trips that were asked.
  def self.ask_due(now)
    due(now).filter_map do |trip_id, load_id|
      # The key holds the hour, so that two workers ask once.
      Work::Tracking::AskCheckIn.call(
        trip_id,
        { key: "ask-#{trip_id}-#{load_id}-#{now.to_i / 3600}" },
        by: Work::Actor.system,
        now:
      )
    rescue Refused
      nil # no telephone number, or over by now: the load's page says that nothing was heard
    end
  end

  # [trip id, load id] of schedules whose next asking is due.
  def self.due(now)
    settings = Store::Tracking.settings
    Store::Tracking::AskSchedules
      .running(UNDER_WAY)
      .filter_map do |row|
        trip = Store::Freight.live_trip(row[:load_id])
        next if trip.nil? || !UNDER_WAY.include?(trip[:status])

        at = next_at(row, trip, settings)
        [trip[:id], row[:load_id]] if at && at <= now
      end
  end

  # When a load's driver is asked next, nil when the schedule is over.
  def self.next_at(row, trip, settings = Store::Tracking.settings)
    from = row[:from_at] || row[:pickup_at] || row[:at]
    plan =
      Core::Tracking::Asking::Plan.new(
        every_minutes: row[:every_hours] * 60,
        from:,
        to: row[:to_at],
        quiet_from: settings[:quiet_from],
        quiet_to: settings[:quiet_to]
      )
    Core::Tracking::Asking.new(plan, TZInfo::Timezone.get(Store::Tracking.zone_of(trip))).next_after(
      [asked_at(trip), heard_at(trip)].compact.max
    )
  end

  def self.asked_at(trip) = Store::Tracking::Asks.where(trip_id: trip[:id]).max(:asked_at)
  # Who told a step by himself need not be asked.
  def self.heard_at(trip) =
    Store::Tracking::CheckIns
      .where(trip_id: trip[:id], source: %w[cab text link])
      .exclude(kind: "accepted")
      .max(:done_at)
  private_class_method :due, :asked_at, :heard_at
end
