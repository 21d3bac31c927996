# frozen_string_literal: true

# What drivers told with their steps, held against the fleet, the route and each other.
class Work::Tracking::SaidFacts
  Facts = Core::Tracking::Facts
  Finding = Core::Tracking::Finding

  # stops - rows of the trip's stops; outcome - Core::Tracking::Outcome
  def initialize(trip, stops, outcome)
    @trip = trip
    @stops = stops
    @outcome = outcome
    @standing = Store::Tracking::CheckIns.standing(trip[:id]).order(:done_at, :id).all
    @rows = @standing.reject { |row| row[:details].to_h.empty? }
  end

  # Array of Core::Tracking::Finding.
  def findings = [*odometers, *trailers, *shortages, *told_short, *Core::Tracking.doubts(visits)]

  private

  # Each stop with when something was told there, and where the phone was then.
  def visits
    progress = @outcome.progress.to_h { |one| [one.stop_id, one] }
    @stops.map do |stop|
      at =
        progress[stop[:stop_id]]&.then do |one|
          [one.arrived_at, one.begun_at, one.worked_at, one.left_at].compact
        end
      told = @standing.select { |row| row[:stop_id] == stop[:stop_id] && row[:source] == "cab" && step?(row) }
      Core::Tracking::Doubts::Visit.new(
        **stop.slice(:stop_id, :name, :miles),
        from_at: at&.first,
        to_at: at&.last,
        spots: told.filter_map { |row| point(row) },
        at: point(stop),
        sure: told.any? { |row| row[:details]["sure"] }
      )
    end
  end

  def step?(row) = !%w[note customer_note paper corrected].include?(row[:kind])
  def point(row) =
    row[:latitude] && Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])

  def told(name) = @rows.filter_map { |row| row[:details][name] && [row, row[:details][name]] }

  def odometers
    readings = told("odometer")
    first, last = readings.values_at(0, -1).map { |one| one&.last }
    return [] if readings.empty?

    before = Store::Tracking.odometers_before([@trip[:id]])[@trip[:id]]
    said = Facts.odometer(before, first, nil)
    said +=
      Facts.odometer(first, last, (@trip[:loaded_miles] + @trip[:empty_miles]).to_i) if readings.length > 1
    sure = readings.any? && readings.last.first[:details]["odometer_confirmed"]
    said.map do |code, text, parts|
      Finding.new(
        code:,
        text: "#{text}#{" The driver says that it is right." if sure}",
        stop_id: nil,
        parts: {
          **parts,
          sure: sure || false
        }
      )
    end
  end

  def trailers = @rows.empty? ? [] : [*strange_trailers, *other_trailers]

  def strange_trailers
    numbers = %w[trailer trailer_dropped trailer_taken].flat_map { |name| told(name) }
    known = Store::Fleet::Units.where(kind: "trailer", number: numbers.map(&:last)).select_map(:number)
    numbers
      .reject { |_, number| known.include?(number) }
      .map { |row, number| finding("unknown_trailer", "#{number} is no trailer of ours.", row, number:) }
  end

  def other_trailers
    planned = Store::Freight.trip_units(@trip[:id]).where(role: "trailer").get(:number)
    told("trailer")
      .reject { |_, number| number == planned || planned.nil? }
      .map do |row, number|
        finding("other_trailer", "Set out with #{number}; planned was #{planned}.", row, number:, planned:)
      end
  end

  def finding(code, text, row, **parts) = Finding.new(code:, text:, stop_id: row[:stop_id], parts:)

  # Loaded against delivered, load by load.
  def shortages
    return [] if told("quantity").empty?

    loads =
      Store::Freight::Stops.where(id: told("quantity").filter_map { |row, _| row[:stop_id] }).select_hash(
        :id,
        :load_id
      )
    told("quantity")
      .group_by { |row, _| loads[row[:stop_id]] }
      .except(nil)
      .filter_map { |_, rows| shortage(rows) }
  end

  # What the driver said himself that is short.
  def told_short
    told("short").map do |row, one|
      amount = Money.rate_text(BigDecimal(one["amount"].to_s), places: 0)
      finding(
        "shortage_told",
        "#{amount} #{one["unit"].tr("_", " ")} short, as the driver says.",
        row,
        amount:,
        unit: one["unit"]
      )
    end
  end

  # rows - of one load's quantities, each [row, what was told]
  def shortage(rows)
    loaded, delivered = %w[loaded delivered].map { |kind| rows.reverse.find { |row, _| row[:kind] == kind } }
    return if loaded.nil? || delivered.nil?

    short = Facts.shortage(quantity(loaded.last), quantity(delivered.last)) or return
    amount = Money.rate_text(short.amount, places: 0)
    finding(
      "shortage",
      "#{amount} #{short.unit.tr("_", " ")} short of what was loaded.",
      delivered.first,
      amount:,
      unit: short.unit
    )
  end

  def quantity(told) = Facts::Quantity.new(amount: BigDecimal(told["amount"].to_s), unit: told["unit"])
end
