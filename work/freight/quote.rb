# frozen_string_literal: true

# What a load would cost the customer, from what is typed so far.
class Work::Freight::Quote
  # price   - as in the contract; stops - rows with latitude and longitude; freight - lines with weight_lb
  def initialize(price, stops, freight)
    @price = price
    @stops = stops
    @weight_lb = freight.sum { |line| line[:weight_lb] || 0 }
  end

  # The same for stops as typed; those without a place yet leave the miles open.
  def self.typed(input, by:, now:)
    stops = (input[:stops] || []).each_with_index.map { |stop, index| Work::Freight::Places.stop(stop.except(:save_place), index, by:, now:) }
    new(input[:price], stops, input[:freight] || [])
  end

  # Estimated miles from each stop to the next, for rows with town, state, latitude and longitude.
  def self.legs(stops)
    stops.each_cons(2).map do |from, to|
      points = [from, to].map { |stop| Core::Roads::Point.new(latitude: stop[:latitude], longitude: stop[:longitude]) }
      { from: "#{from[:town]}, #{from[:state]}", to: "#{to[:town]}, #{to[:state]}", miles: Core::Roads.estimated_miles(*points) }
    end
  end

  def legs = @legs ||= self.class.legs(@stops)

  def miles = legs.empty? ? nil : legs.sum { |leg| leg[:miles] }

  def totals = @totals ||= Core::Freight.totals(core_price, miles:, weight_lb: @weight_lb)

  def columns
    {
      price_kind: @price[:kind], price_rate: BigDecimal(@price[:rate]), fuel_kind: @price[:fuel_kind] || "none", fuel_rate: BigDecimal(@price[:fuel_rate] || "0"),
      miles:, miles_estimated: true, line_haul: dollars(totals.line_haul_cents), fuel_surcharge: dollars(totals.fuel_surcharge_cents),
      accessorial_total: dollars(totals.accessorials_cents), total: dollars(totals.total_cents)
    }
  end

  def to_h
    {
      line_haul: Money.text(totals.line_haul_cents), fuel_surcharge: Money.text(totals.fuel_surcharge_cents), accessorials: Money.text(totals.accessorials_cents),
      total: Money.text(totals.total_cents), miles: miles && Money.rate_text(miles, places: 1), miles_estimated: true, weight_lb: @weight_lb,
      legs: legs.map { |leg| leg.merge(miles: Money.rate_text(leg[:miles], places: 1)) }
    }
  end

  private

  def core_price
    Core::Freight::Pricing::Price.new(
      kind: @price[:kind], rate: BigDecimal(@price[:rate]), fuel_kind: @price[:fuel_kind] || "none", fuel_rate: BigDecimal(@price[:fuel_rate] || "0"),
      accessorials_cents: (@price[:accessorials] || []).map { |line| Money.parse_cents(line[:amount]) }
    )
  end

  def dollars(cents) = Money.to_d(cents)
end
