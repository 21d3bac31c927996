# frozen_string_literal: true

# What a load would cost the customer, from what is typed so far.
class Work::Freight::Quote
  # price - as in the contract; stops - rows with town, state, latitude and longitude; freight - lines with
  #           weight_lb and hazmat_class; customer_id - nil while nobody is picked; now - Time
  # Raises Refused `no_fuel_scale`.
  def initialize(price, stops, freight, customer_id:, now:, load_id: nil)
    @price = price
    @by_scale = price[:fuel_kind] == "scale"
    @customer_id = customer_id
    @load_id = load_id
    @now = now
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
    new(
      input[:price],
      stops,
      input[:freight] || [],
      customer_id: input[:customer_id],
      load_id: input[:load_id],
      now:
    )
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

  # Does the surcharge go by the customer's own scale?
  def by_scale? = @by_scale

  # What a load keeps of its surcharge.
  def fuel = @fuel ||= @by_scale ? Store::Billing::Prices.columns(surcharge) : { **TYPED, **typed }

  def totals = @totals ||= Core::Freight.totals(core_price, miles:, weight_lb: @weight_lb)

  def columns
    {
      price_kind: @price[:kind],
      price_rate: BigDecimal(@price[:rate]),
      fuel_by_scale: @by_scale,
      confirmed_total: @price[:confirmed_total] && BigDecimal(@price[:confirmed_total]),
      **fuel,
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
      legs:,
      agreed:,
      credit:
    }
  end

  private

  def core_price
    Core::Freight::Pricing::Price.new(
      kind: @price[:kind],
      rate: BigDecimal(@price[:rate]),
      **fuel.slice(:fuel_kind, :fuel_rate),
      accessorials_cents: (@price[:accessorials] || []).map { |line| Money.parse_cents(line[:amount]) }
    )
  end

  # What stands for the lane.
  def agreed
    return unless @customer_id && @stops.length > 1

    lane = Store::Billing::Prices.lane(@customer_id, @stops.first, @stops.last, picked_up_on) or return
    {
      **lane.to_h.slice(:kind, :origin, :destination),
      rate: Money.rate_text(lane.rate),
      from_on: lane.from_on.iso8601
    }
  end

  # What is to be told of what the customer may owe, with this load: a sentence and whether it stops the booking, or nil.
  def credit
    return unless @customer_id

    credit = Store::Billing.credit(@customer_id, but: @load_id)
    text = credit.text(Store::Fleet.name_of(:customers, @customer_id), totals.total_cents)
    text && { text:, stops: credit.stops?(totals.total_cents) }
  end

  TYPED = { diesel_price: nil, diesel_told_on: nil, diesel_lacking_on: nil }.freeze
  private_constant :TYPED

  def typed = { fuel_kind: @price[:fuel_kind] || "none", fuel_rate: BigDecimal(@price[:fuel_rate] || "0") }

  def surcharge
    (@customer_id && Store::Billing::Prices.fuel(@customer_id, picked_up_on)) or
      raise Refused.new(
              "no_fuel_scale",
              "No fuel scale is agreed with this customer for that day.",
              path: "/price/fuel_kind"
            )
  end

  def picked_up_on
    first = @stops.first || {}
    planned = { pickup_at: first[:from_at] || first[:to_at], pickup_zone: first[:zone] }
    Store::Billing::Prices.day(planned, nil, @now)
  end

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"
  def dollars(cents) = Money.to_d(cents)
end
