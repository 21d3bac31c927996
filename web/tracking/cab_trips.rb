# frozen_string_literal: true

# A driver's trips as his phone shows them.
class Web::Tracking::CabTrips
  OVER = %w[cancelled declined].freeze

  class << self
    def of(driver_id, now) =
      Store::Tracking.cab_trips(driver_id, now).map { |trip| new(trip, driver_id).to_h }

    # One trip as this driver sees it; a declined one is gone from the phone but still answered for.
    def one(trip_id, driver_id)
      trip =
        DB[:trips]
          .join(:trip_drivers, trip_id: :id)
          .where(Sequel[:trips][:id] => trip_id, driver_id:)
          .select_all(:trips)
          .first or raise Work::NotFound.new("trip", trip_id)
      new(trip, driver_id).to_h
    end
  end

  def initialize(trip, driver_id)
    @trip = trip
    @driver_id = driver_id
    @trip_stops = Store::Freight.trip_stops(trip[:id]).all
    @loads =
      DB[:loads]
        .join(:trip_loads, load_id: :id)
        .where(trip_id: trip[:id])
        .order(:load_id)
        .select_all(:loads)
        .all
    @papers = Store::Tracking.papers(@loads.map { |load| load[:id] }).where(trip_id: trip[:id]).all
    @rows = DB[:check_ins].where(trip_id: trip[:id]).order(:done_at, :id).all
    @outcome = Work::Tracking::Story.outcome(trip[:id], @trip_stops, @rows)
  end

  def to_h
    {
      stops:,
      said:,
      activities:,
      changes:,
      permits:,
      miles: miles(@trip[:loaded_miles]),
      routed_miles: (@trip[:loaded_miles] + @trip[:empty_miles]).to_i,
      findings: @trip[:findings].to_a.map { |found| found["text"] },
      papers_missing: wanted.any?,
      papers_wanted: @loads.select { |load| wanted.include?(load[:id]) }.map { |load| load[:number] },
      **@trip.slice(:id, :number, :state),
      **units,
      **freight,
      **odometer,
      **progress
    }
  end

  private

  def wanted =
    @wanted ||= Core::Freight.papers_wanted(Store::Tracking.paper_kinds([@trip[:id]]).fetch(@trip[:id], {}))

  def progress
    steps = Core::Tracking.steps(@outcome).map { |step| step(step) }
    {
      steps:,
      next: steps[(steps.rindex { |step| step[:done_at] } || -1) + 1],
      can_decline: %w[sent accepted].include?(@trip[:state]),
      ended: OVER.include?(@trip[:state]) ? @trip[:state] : nil
    }
  end

  # A load that shares its move has papers of its own, the same as the file's load.
  def permits
    ids = @loads.map { |load| load[:id] }
    mine = DB[:papers].where(load_id: ids, kind: "permit").select_hash(:sha256, :id)
    Store::Permits
      .issued(ids)
      .map do |permit|
        paper_id = permit[:paper_id] && mine[DB[:papers].where(id: permit[:paper_id]).get(:sha256)]
        {
          state: permit[:jurisdiction],
          number: permit[:number],
          valid_from: permit[:valid_from].iso8601,
          valid_to: permit[:valid_to].iso8601,
          paper_id:,
          conditions: permit[:said]
        }
      end
  end

  def changes =
    DB[:trip_changes]
      .where(trip_id: @trip[:id], driver_id: @driver_id, seen_at: nil)
      .order(:id)
      .select(:id, :what)
      .all

  def units
    by_role = Store::Freight.trip_units(@trip[:id]).to_hash(:role, :number)
    { tractor: by_role["tractor"], trailer: by_role["trailer"] }
  end

  def freight
    lines =
      DB[:freight_lines]
        .where(load_id: @loads.map { |load| load[:id] })
        .order(:load_id, :position)
        .map do |line|
          [
            line[:pieces] && "#{line[:pieces]} #{line[:unit]}".strip,
            line[:what],
            line[:weight_lb] && "#{line[:weight_lb].to_s.reverse.scan(/\d{1,3}/).join(",").reverse} lb"
          ].compact.join(", ")
        end
    {
      freight: @loads.empty? ? "empty" : lines.join("; "),
      customer: @loads.any? ? DB[:customers].where(id: @loads.first[:customer_id]).get(:name) : "",
      notes: @loads.map { |load| load[:notes] }.reject(&:empty?).join("\n"),
      references:
        DB[:load_references]
          .where(load_id: @loads.map { |load| load[:id] })
          .order(:load_id, :position)
          .map { |row| "#{row[:kind].tr("_", " ")} #{row[:value]}" }
    }
  end

  def odometer
    told = @rows.filter_map { |row| row[:details]["odometer"] }
    {
      odometer_before: told.first.nil? ? Work::Tracking::SaidFacts.odometer_before(@trip) : nil,
      odometer_from: told.first
    }
  end

  # A step with the key of what told it, so that it can be put right.
  def step(step)
    tellings =
      (@by_step ||= @rows.group_by { |row| row.values_at(:kind, :stop_id) })[[step.kind, step.stop_id]] || []
    told = tellings.find { |row| row[:source] == "cab" } || tellings.first
    { **step.to_h, done_at: step.done_at&.iso8601, key: told && (told[:key] || "check-in #{told[:id]}") }
  end

  def said
    @rows
      .reject { |row| %w[seen paper].include?(row[:kind]) || row[:driver_id] != @driver_id }
      .map do |row|
        {
          key: row[:key] || "check-in #{row[:id]}",
          **row.slice(:kind, :stop_id, :note, :signer),
          done_at: row[:done_at].iso8601,
          details: row[:details].to_h
        }
      end
  end

  def activities
    DB[:activities]
      .where(trip_id: @trip[:id], driver_id: @driver_id, dropped_at: nil)
      .order(:from_at)
      .map { |row| { **row.slice(:id, :kind, :note), from: row[:from_at].iso8601, to: row[:to_at].iso8601 } }
  end

  def stops
    ids = @trip_stops.map { |stop| stop[:stop_id] }
    places =
      DB[:stops]
        .left_join(:places, id: :place_id)
        .where(Sequel[:stops][:id] => ids)
        .select_all(:stops)
        .select_append(:contact, Sequel[:places][:phone].as(:phone), :driver_notes)
        .to_hash(:id)
    numbers = @loads.to_h { |load| [load[:id], load[:number]] }
    forecasts = DB[:forecasts].where(trip_id: @trip[:id]).to_hash(:stop_id)
    @trip_stops.map do |stop|
      stop(stop, places[stop[:stop_id]], numbers[stop[:load_id]], forecasts[stop[:stop_id]])
    end
  end

  def stop(trip_stop, row, load, forecast)
    {
      unit: trip_stop[:unit],
      load:,
      **row.slice(:id, :kind, :handling, :name, :address, :town, :state, :zip, :zone, :notes),
      contact: row[:contact].to_s,
      phone: row[:phone].to_s,
      driver_notes: row[:driver_notes].to_s,
      miles: miles(trip_stop[:miles]),
      from: row[:from_at]&.iso8601,
      to: row[:to_at]&.iso8601,
      **%i[arrived_at worked_at left_at].to_h { |at| [at, trip_stop[at]&.iso8601] },
      forecast_at: forecast&.dig(:arrive_at)&.iso8601,
      late_minutes: forecast&.fetch(:late_minutes),
      papers:
        @papers
          .select { |paper| paper[:stop_id] == row[:id] }
          .map { |paper| { **paper.slice(:id, :kind), at: paper[:at].iso8601 } }
    }
  end

  def miles(amount) = Money.rate_text(amount, places: 1)
end
