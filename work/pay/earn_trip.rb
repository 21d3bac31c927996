# frozen_string_literal: true

# Writes down what a delivered trip has earned each of its drivers: the facts, by the plan of that day.
module Work::Pay::EarnTrip
  # Once a trip and driver; after a time at a dock, a charge or the rates were put right, what is on no locked
  # statement follows. What is paid stays as it was.
  def self.call(trip_id, delivered_at, now:)
    return if Store::Partners.trip(trip_id) # its partner pays its own driver

    each_driver(trip_id, delivered_at) do |row|
      key = row.slice(:trip_id, :driver_id)
      next if Store::Pay::TripEarnings.once(row, key: key.keys)

      Store::Pay::TripEarnings
        .where(key)
        .where(Store::Pay.unlocked)
        .update(row.except(:trip_id, :driver_id, :share_percent))
    end
    Work::Pay::BuildRun.drafts_holding(trip_id)
    Work::Pay::Items.note(Store::Pay::TripEarnings.where(trip_id:).select_map(:driver_id), now:)
  end

  # After something was told of a trip that may be over already: the last odometer and a driver's hours come
  # when he has parked.
  def self.follow(trip_id, now:)
    delivered_at = Store::Freight::Trips.where(id: trip_id, status: "delivered").get(:delivered_at)
    call(trip_id, delivered_at, now:) if delivered_at
  end

  # After what a load brings was changed, by the trips that it is on.
  def self.correct_load(load_id, now:) =
    Store::Freight::TripLoads.where(load_id:).select_map(:trip_id).each { |trip_id| follow(trip_id, now:) }

  # Yields a row of trip_earnings for each driver of the trip.
  def self.each_driver(trip_id, delivered_at)
    trip = Store::Freight::Trips.row(trip_id)
    dwell_minutes =
      Store::Freight
        .trip_stops(trip_id)
        .map { |stop| Core::Tracking.dwell_minutes(**stop.slice(:arrived_at, :worked_at, :left_at)) }
    tarped =
      Store::Freight::Loads.where(
        id: Store::Freight::TripLoads.where(trip_id:).select(:load_id),
        tarps: true
      ).any?
    shared = {
      trip_id:,
      **trip.slice(:loaded_miles, :empty_miles, :miles_estimated),
      by_state: Sequel.pg_jsonb(by_state(trip)),
      dwell_minutes: Sequel.pg_array(dwell_minutes, :integer),
      tarped:,
      odometer_miles: odometer_miles(trip_id),
      **freight(trip)
    }
    Store::Freight.trip_drivers(trip_id).each { |driver| yield shared.merge(own(trip, driver, delivered_at)) }
  end

  # What differs by driver: his day, his rates of that day, his hours.
  def self.own(trip, driver, delivered_at)
    zone = Store::Company.zone_of_driver(driver[:driver_id])
    completed_on = zone.to_local(delivered_at).to_date
    began_at =
      Store::Tracking::CheckIns.where(trip_id: trip[:id], driver_id: driver[:driver_id]).min(:done_at) ||
        trip[:during].begin
    worked = worked(trip[:id], driver[:driver_id], zone)
    days = (completed_on - zone.to_local(began_at).to_date).to_i + 1
    pay_plan_id = Store::Fleet.pay_plan(driver[:driver_id], completed_on)[:id]
    hours = worked.sum(BigDecimal(0)) { |row| BigDecimal(row[:hours]) }
    {
      **driver.slice(:driver_id, :share_percent),
      pay_plan_id:,
      completed_on:,
      days: [days, 1].max,
      worked: Sequel.pg_jsonb(worked),
      hours:
    }
  end

  # What its loads bring, each by the part of its loaded miles that this trip drives; the tons it carries; the
  # miles that are agreed for all of them.
  def self.freight(trip)
    loads = Store::Freight::Loads.of_trip(trip[:id]).all
    shares = loads.to_h { |load| [load[:id], share(load[:id], trip)] }
    part = ->(load, amount) { (amount * shares[load[:id]]).round(2) }
    tons = Store::Freight::FreightLines.where(load_id: loads.map { |load| load[:id] }).sum(:weight_lb) || 0
    charges =
      Store::Freight::Accessorials
        .where(load_id: shares.keys)
        .order(:load_id, :position)
        .all
        .map do |row|
          {
            label: row[:label],
            amount: Money.text(Money.cents(part.call({ id: row[:load_id] }, row[:amount])))
          }
        end
    agreed =
      (
        if loads.any? && loads.all? { |load| load[:agreed_miles] }
          loads.sum { |load| (load[:agreed_miles] * shares[load[:id]]).round(1) }
        end
      )
    {
      **%i[line_haul fuel_surcharge].to_h do |name|
        [name, loads.sum(BigDecimal(0)) { |load| part.call(load, load[name]) }]
      end,
      tons: BigDecimal(tons) / 2000,
      accessorials: Sequel.pg_jsonb(charges),
      agreed_miles: agreed
    }
  end

  def self.share(load_id, trip)
    miles = Store::Freight::Trips.of_load(load_id).live.sum(:loaded_miles) || 0
    miles.zero? ? 1 : [trip[:loaded_miles] / miles, BigDecimal(1)].min
  end

  # By what the driver told of his work, but his time off: hours by the day of his zone and what he did, as [{
  # day:, activity:, hours: }].
  def self.worked(trip_id, driver_id, zone)
    minutes = Hash.new(0)
    Store::Tracking::Activities
      .where(trip_id:, driver_id:, dropped_at: nil)
      .exclude(kind: "off_duty")
      .order(:from_at)
      .select_map(%i[kind from_at to_at])
      .each { |kind, from, to| by_day(zone, from, to) { |day, some| minutes[[day, kind]] += some } }
    minutes.map do |(day, activity), some|
      { day: day.iso8601, activity:, hours: (BigDecimal(some) / 60).round(2).to_s("F") }
    end
  end

  # A stretch cut at the midnights of a zone, in whole minutes.
  def self.by_day(zone, from, to)
    while from < to
      day = zone.to_local(from).to_date
      midnight = Time.utc(*(day + 1).strftime("%Y %m %d").split.map(&:to_i))
      ends = [zone.local_to_utc(midnight, &:first), to].min
      yield day, ((ends - from) / 60).to_i
      from = ends
    end
  end

  # Between the first reading and the last of a trip; nil where it was told less than twice.
  def self.odometer_miles(trip_id)
    readings = Store::Tracking::CheckIns.odometers(trip_id)
    (readings.max - readings.min).to_d if readings.length > 1
  end

  # Miles by kind and state, in the order the states were entered.
  def self.by_state(trip)
    stops = Store::Freight.trip_stops(trip[:id]).all
    loaded, empty =
      stops
        .drop(1)
        .zip(Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] }))
        .partition(&:last)
        .map { |list| list.flat_map { |stop, _| stop[:by_state].to_a } }
    { "loaded" => loaded, "empty" => [*trip[:empty_by_state].to_a, *empty] }.flat_map do |kind, rows|
      rows
        .group_by { |row| row["state"] }
        .map do |state, list|
          { kind:, state:, miles: Money.rate_text(list.sum { |row| BigDecimal(row["miles"]) }, places: 1) }
        end
    end
  end

  private_class_method :each_driver, :own, :freight, :share, :worked, :by_day, :odometer_miles, :by_state
end
