# frozen_string_literal: true

# All that was said and done on a trip, for its diary.
class Reads::Road::Diary
  # trip - row; stops, loads, drivers, check_ins, papers, messages, texts, asks, alerts, changes, activities -
  # rows; outcome - Core::Tracking::Outcome; forecasts - rows by stop; detention - Array of Claim; clocks_told
  # - is it worth saying that a phone's clock was off: not in a demo, whose clock is its own
  Value =
    Core::Value.of(
      :trip,
      :stops,
      :loads,
      :drivers,
      :outcome,
      :forecasts,
      :check_ins,
      :papers,
      :messages,
      :texts,
      :asks,
      :alerts,
      :changes,
      :activities,
      :detention,
      :clocks_told
    )
  # row - with stop, customer and its free minutes; pay_cents - what the first of the crew earns by it, nil
  # without a plan
  Claim = Core::Value.of(:row, :pay_cents)

  # Check-ins that tell the story of a trip, which can be put right.
  TELLING = Store::Tracking::Story::TELLING

  def self.trip_id_of_claim(id) = Store::Tracking.trip_of_claim(id)

  # Raises Store::NotFound.
  def self.of(trip_id) = new(trip_id).read

  def initialize(trip_id)
    @trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    @trip_id = trip_id
  end

  def read
    check_ins = Store::Freight.check_ins([@trip_id]).all
    Value.new(
      trip: @trip,
      stops:,
      loads:,
      drivers:,
      check_ins:,
      outcome: Store::Tracking::Story.outcome(@trip_id, stops),
      forecasts: Store::Tracking.forecasts([@trip_id]).to_hash(:stop_id),
      papers: of_trip(:papers).order(:id).all,
      activities: of_trip(:activities).where(dropped_at: nil).order(:from_at).all,
      detention: claims.map { |row| Claim.new(row:, pay_cents: pay_cents(row)) },
      clocks_told: !DB[:company].get(:demo),
      changes:,
      **exchanges
    )
  end

  private

  def of_trip(table) = DB[table].where(trip_id: @trip_id)
  def stops = @stops ||= Store::Freight.trip_stops(@trip_id).all
  def loads = @loads ||= Store::Freight.trip_loads(@trip_id).all
  def drivers = @drivers ||= Store::Freight.trip_drivers(@trip_id).all

  # What went between the cab and the office beside the steps.
  def exchanges =
    {
      messages: of_trip(:messages).all,
      texts: of_trip(:texts).where(message_id: nil).all,
      asks: of_trip(:asks).all,
      alerts: of_trip(:late_alerts).all
    }

  def changes =
    DB[:audit_entries]
      .where(
        Sequel.|(
          { record_kind: "load", record_id: loads.map { |load| load[:id] } },
          { record_kind: "trip", record_id: @trip_id }
        )
      )
      .order(:id)
      .all

  def claims =
    of_trip(:detention_claims)
      .join(:stops, id: :stop_id)
      .join(:loads, id: :load_id)
      .join(:customers, id: :customer_id)
      .order(Sequel[:detention_claims][:id])
      .select_all(:detention_claims)
      .select_append(
        Sequel[:stops][:name].as(:stop),
        Sequel[:customers][:name].as(:customer),
        :detention_free_minutes
      )
      .all

  # By the plan that payroll pays the trip by.
  def pay_cents(claim)
    stop = stops.find { |one| one[:stop_id] == claim[:stop_id] } or return
    at = stop[:left_at] || stop[:worked_at] || stop[:arrived_at]
    plan = Store::Pay.plan_at(@trip_id, drivers.first[:driver_id], at) or return
    minutes = Core::Tracking.dwell_minutes(**stop.slice(:arrived_at, :worked_at, :left_at))
    Money.cents(Core::Pay.waited(minutes, plan).dollars)
  end
end
