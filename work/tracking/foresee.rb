# frozen_string_literal: true

# Foresees when a trip under way will be at each stop still ahead: from where the truck is, the road, the
# legal hours with their rests, and what such stops usually take; and gives the alarm when an appointment will
# be missed.
module Work::Tracking::Foresee
  # A forecast that is older is made anew before it is shown.
  KEPT_SECONDS = 180
  UNDER_WAY = %w[accepted rolling].freeze

  # In the worker, once what is being written commits.
  def self.soon(trip_id) = Jobs::Foresee.enqueue(trip_id:)

  # Those of these trips whose forecast is missing or old.
  def self.refresh(trip_ids, now)
    fresh = Store::Freight::Trips.at(trip_ids).foreseen_between(now - KEPT_SECONDS, now).select_map(:id)
    (trip_ids - fresh).each { |trip_id| call(trip_id, now:) }
  end

  def self.call(trip_id, now:) = DB.transaction { new_for(trip_id, now) }

  def self.new_for(trip_id, now)
    trip = Store::Freight::Trips.lock_softly(trip_id) or return
    Forecast.new(trip, now).write
    Work::Tracking::Alarm.call(trip, now) if trip[:status] == "rolling"
  end
  private_class_method :new_for

  # One trip's.
  class Forecast
    def initialize(trip, now)
      @trip = trip
      @now = now
    end

    def write
      rows = UNDER_WAY.include?(@trip[:status]) ? self.rows : []
      Store::Tracking::Forecasts
        .where(trip_id: @trip[:id])
        .exclude(stop_id: rows.map { |row| row[:stop_id] })
        .delete
      rows.each { |row| Store::Tracking::Forecasts.keep(row, key: %i[trip_id stop_id]) }
      Store::Freight::Trips.at(@trip[:id]).update(foreseen_at: @now)
    end

    private

    def question =
      @question ||=
        Work::Hours::TripQuestion.new(
          Store::Freight::TripLoads.where(trip_id: @trip[:id]).order(:load_id).get(:load_id),
          Work::Hours::SettingOut.at(asked, @now),
          trip_id: @trip[:id]
        )

    def rows
      return [] if asked.empty? || question.ahead.empty?

      whole = plan(stops)
      because = whole.reasons.map(&:last).first.to_s
      question.ahead.each_with_index.map { |row, i| row(row, whole, i, because) }
    end

    # Of the crew's drivers, one or two.
    def asked
      @asked ||=
        Work::Hours::SettingOut.of(
          @trip[:id],
          Store::Hours.drivers(Store::Freight.trip_drivers(@trip[:id]).select_map(:driver_id)).all,
          @now
        )
    end

    def stops = @stops ||= question.stops
    def plan(stops) =
      Core::Hours.plan(
        asked.first,
        Core::Hours::Trip.new(stops:, split_rest: false, waiting_status: "off_duty"),
        rules: HoursRules.named(asked.first.rules),
        partner: asked[1],
        advice: false
      )

    # Who is late is so by as much as the time that is named: one plan gives both, as on the load's page.
    def row(row, whole, i, because)
      here = row[:arrived_at]
      late = !here && whole.visits[i] && stops[i].closes ? [whole.late(i), 0].max : 0
      soonest_at = here || soonest(i)
      arrive_at = here || instant(whole.visits[i]) || soonest_at
      {
        trip_id: @trip[:id],
        stop_id: row[:stop_id],
        arrive_at:,
        soonest_at: late.positive? ? arrive_at : soonest_at,
        late_minutes: arrive_at && late,
        chance_percent: here ? nil : chance(soonest_at, i),
        made_at: @now,
        because:
      }
    end

    # Who drives on as the law lets him. The plan of the whole trip may set out later, and still be in time.
    def soonest(at) = instant(plan([*stops.first(at), stops[at].with(opens: nil, closes: nil)]).visits[at])
    def instant(visit) = visit && Time.at(visit.arrive_at * 60).utc

    # That the stops before take longer than they usually do.
    def chance(arrive_at, at)
      return if arrive_at.nil? || stops[at].closes.nil?

      before =
        question
          .ahead
          .first(at)
          .each_with_index
          .map { |row, i| [question.stays(row), stops[i].service_minutes] }
      Core::Tracking::Dwell.chance_late(before, stops[at].closes - (arrive_at.to_i / 60))
    end
  end
end
