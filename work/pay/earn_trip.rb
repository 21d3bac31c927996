# frozen_string_literal: true

# Writes down what a delivered trip has earned each of its drivers: the facts, by the plan of that day. Once a trip and driver.
module Work::Pay::EarnTrip
  def self.call(trip_id, delivered_at)
    trip = DB[:trips].first(id: trip_id)
    dwell_minutes = Store::Freight.trip_stops(trip_id).map { |stop| dwell(stop) }
    tarped = DB[:loads].where(id: DB[:trip_loads].where(trip_id:).select(:load_id), tarps: true).any?
    freight = freight(trip)
    Store::Freight.trip_drivers(trip_id).each do |driver|
      completed_on = day_of(driver[:driver_id], delivered_at)
      DB[:trip_earnings].insert_conflict(target: %i[trip_id driver_id]).insert(
        trip_id:, driver_id: driver[:driver_id], pay_plan_id: Store::Fleet.pay_plan(driver[:driver_id], completed_on)[:id], completed_on:,
        **trip.slice(:loaded_miles, :empty_miles, :miles_estimated), share_percent: driver[:share_percent],
        by_state: Sequel.pg_jsonb(by_state(trip)), dwell_minutes: Sequel.pg_array(dwell_minutes, :integer), tarped:, hours: hours(trip_id, driver[:driver_id]), **freight
      )
    end
    Work::Pay::BuildRun.drafts_holding(trip_id)
  end

  # After a time at a dock was put right: what is not paid yet follows. What is paid stays as it was.
  def self.correct(trip_id, delivered_at)
    paid = DB[:statements].where(pay_run_id: DB[:pay_runs].exclude(state: "draft").select(:id)).select(:id)
    open = DB[:trip_earnings].where(trip_id:).where(Sequel.|({ statement_id: nil }, Sequel.~(statement_id: paid)))
    dwell_minutes = Sequel.pg_array(Store::Freight.trip_stops(trip_id).map { |stop| dwell(stop) }, :integer)
    open.select_map(%i[id driver_id]).each { |id, driver_id| DB[:trip_earnings].where(id:).update(dwell_minutes:, completed_on: day_of(driver_id, delivered_at), hours: hours(trip_id, driver_id)) }
    Work::Pay::BuildRun.drafts_holding(trip_id)
  end

  # What its loads bring, each by the part of its loaded miles that this trip drives; the tons it carries.
  def self.freight(trip)
    loads = DB[:loads].join(:trip_loads, load_id: :id).where(trip_id: trip[:id]).select_all(:loads).all
    shares = loads.to_h { |load| [load[:id], share(load[:id], trip)] }
    tons = DB[:freight_lines].where(load_id: loads.map { |load| load[:id] }).sum(:weight_lb) || 0
    %i[line_haul fuel_surcharge].to_h { |name| [name, loads.sum(BigDecimal(0)) { |load| (load[name] * shares[load[:id]]).round(2) }] }.merge(tons: BigDecimal(tons) / 2000)
  end

  def self.share(load_id, trip)
    miles = DB[:trips].where(id: DB[:trip_loads].where(load_id:).select(:trip_id)).exclude(state: %w[declined cancelled]).sum(:loaded_miles) || 0
    miles.zero? ? 1 : [trip[:loaded_miles] / miles, BigDecimal(1)].min
  end

  # By what the driver told of his work, but his time off.
  def self.hours(trip_id, driver_id)
    minutes = DB[:activities].where(trip_id:, driver_id:, dropped_at: nil).exclude(kind: "off_duty").select_map(%i[from_at to_at]).sum { |from, to| ((to - from) / 60).to_i }
    (BigDecimal(minutes) / 60).round(2)
  end

  # Miles by kind and state, in the order the states were entered.
  def self.by_state(trip)
    stops = Store::Freight.trip_stops(trip[:id]).all
    loaded, empty = stops.drop(1).zip(Core::Freight.loaded_legs(stops.map { |stop| stop[:kind] })).partition(&:last).map { |list| list.flat_map { |stop, _| stop[:by_state].to_a } }
    { "loaded" => loaded, "empty" => [*trip[:empty_by_state].to_a, *empty] }.flat_map do |kind, rows|
      rows.group_by { |row| row["state"] }.map { |state, list| { kind:, state:, miles: Money.rate_text(list.sum { |row| BigDecimal(row["miles"]) }, places: 1) } }
    end
  end

  # The driver's day is a day of the home terminal's zone.
  def self.day_of(driver_id, instant)
    zone = Store::Company.terminals.join(:drivers, terminal_id: Sequel[:terminals][:id]).where(Sequel[:drivers][:id] => driver_id).get(:zone)
    TZInfo::Timezone.get(zone).to_local(instant).to_date
  end

  # From arrival to departure; at the last stop to the signature, where nobody waits for a departure.
  def self.dwell(stop)
    ends_at = stop[:left_at] || stop[:worked_at]
    stop[:arrived_at] && ends_at ? ((ends_at - stop[:arrived_at]) / 60).to_i : 0
  end
  private_class_method :day_of, :dwell, :by_state, :freight, :share, :hours
end
