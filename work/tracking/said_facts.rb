# frozen_string_literal: true

# What drivers told with their steps, held against the fleet, the route and each other.
class Work::Tracking::SaidFacts
  Facts = Core::Tracking::Facts
  Finding = Core::Tracking::Finding

  def initialize(trip)
    @trip = trip
    @rows = Store::Tracking::CheckIns.where(trip_id: trip[:id]).detailed.order(:done_at, :id).all
  end

  # Array of Core::Tracking::Finding.
  def findings = [*odometers, *trailers, *shortages, *told_short]

  private

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
    said.map do |code, text|
      Finding.new(code:, text: "#{text}#{" The driver says that it is right." if sure}", stop_id: nil)
    end
  end

  def trailers
    return [] if @rows.empty?

    numbers = %w[trailer trailer_dropped trailer_taken].flat_map { |name| told(name) }
    known = Store::Fleet::Units.where(kind: "trailer", number: numbers.map(&:last)).select_map(:number)
    strange =
      numbers
        .reject { |_, number| known.include?(number) }
        .map do |row, number|
          Finding.new(
            code: "unknown_trailer",
            text: "#{number} is no trailer of ours.",
            stop_id: row[:stop_id]
          )
        end
    planned = Store::Freight.trip_units(@trip[:id]).where(role: "trailer").get(:number)
    other =
      told("trailer")
        .reject { |_, number| number == planned || planned.nil? }
        .map do |row, number|
          Finding.new(
            code: "other_trailer",
            text: "Set out with #{number}; planned was #{planned}.",
            stop_id: row[:stop_id]
          )
        end
    strange + other
  end

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
      missing = "#{Money.rate_text(BigDecimal(one["amount"].to_s), places: 0)} #{one["unit"].tr("_", " ")}"
      Finding.new(code: "shortage", text: "#{missing} short, as the driver says.", stop_id: row[:stop_id])
    end
  end

  # rows - of one load's quantities, each [row, what was told]
  def shortage(rows)
    loaded, delivered = %w[loaded delivered].map { |kind| rows.reverse.find { |row, _| row[:kind] == kind } }
    return if loaded.nil? || delivered.nil?

    short = Facts.shortage(quantity(loaded.last), quantity(delivered.last)) or return
    missing = "#{Money.rate_text(short.amount, places: 0)} #{short.unit.tr("_", " ")}"
    Finding.new(
      code: "shortage",
      text: "#{missing} short of what was loaded.",
      stop_id: delivered.first[:stop_id]
    )
  end

  def quantity(told) = Facts::Quantity.new(amount: BigDecimal(told["amount"].to_s), unit: told["unit"])
end
