# frozen_string_literal: true

# What a load would cost the customer, from what is typed so far.
class Work::Freight::Quote
  # price - as in the contract; stops - rows with town, state, latitude and longitude; freight - lines with
  #           weight_lb and hazmat_class
  def initialize(price, stops, freight)
    @price = price
    @stops = stops
    @weight_lb = freight.sum { |line| line[:weight_lb] || 0 }
    @hazmat = freight.any? { |line| !line[:hazmat_class].to_s.empty? }
  end

  # The same for stops as typed; those without a place yet leave the miles open.
  def self.typed(input, by:, now:)
    stops =
      (input[:stops] || []).each_with_index.map do |stop, index|
        Work::Freight::Places.stop(stop.except(:save_place), index, by:, now:)
      end
    new(input[:price], stops, input[:freight] || [])
  end

  # The way from each stop to the next.
  def ways = @ways ||= @stops.each_cons(2).map { |from, to| Store::Roads::Leg.new(from, to, hazmat: @hazmat) }

  def legs
    @stops
      .each_cons(2)
      .zip(ways)
      .map do |(from, to), way|
        {
          from: town(from),
          to: town(to),
          miles: Money.rate_text(way.miles, places: 1),
          minutes: way.minutes,
          by_state: way.by_state,
          estimated: way.estimated?
        }
      end
  end

  def miles = ways.empty? ? nil : ways.sum(0.to_d, &:miles)
  def estimated? = ways.any?(&:estimated?)

  def totals = @totals ||= Core::Freight.totals(core_price, miles:, weight_lb: @weight_lb)

  def columns
    {
      price_kind: @price[:kind],
      price_rate: BigDecimal(@price[:rate]),
      fuel_kind: @price[:fuel_kind] || "none",
      fuel_rate: BigDecimal(@price[:fuel_rate] || "0"),
      miles:,
      miles_estimated: estimated?,
      line_haul: dollars(totals.line_haul_cents),
      fuel_surcharge: dollars(totals.fuel_surcharge_cents),
      accessorial_total: dollars(totals.accessorials_cents),
      total: dollars(totals.total_cents)
    }
  end

  def to_h
    {
      line_haul: Money.text(totals.line_haul_cents),
      fuel_surcharge: Money.text(totals.fuel_surcharge_cents),
      accessorials: Money.text(totals.accessorials_cents),
      total: Money.text(totals.total_cents),
      miles: miles && Money.rate_text(miles, places: 1),
      miles_estimated: estimated?,
      weight_lb: @weight_lb,
      legs:
    }
  end

  private

  def core_price
    Core::Freight::Pricing::Price.new(
      kind: @price[:kind],
      rate: BigDecimal(@price[:rate]),
      fuel_kind: @price[:fuel_kind] || "none",
      fuel_rate: BigDecimal(@price[:fuel_rate] || "0"),
      accessorials_cents: (@price[:accessorials] || []).map { |line| Money.parse_cents(line[:amount]) }
    )
  end

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"
  def dollars(cents) = Money.to_d(cents)
end
