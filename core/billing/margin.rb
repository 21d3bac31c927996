# frozen_string_literal: true

# What loads bring and what they cost us: what a partner is paid; or drivers' pay as it is earned, fuel, tolls, what
# drivers laid out, and the company's own cost by the mile and the day, empty miles among them; and what a load's own
# permits cost.
module Core::Billing::Margin
  OF_TRIP = %i[pay_cents fuel_cents tolls_cents laid_out_cents other_cents partner_cents].freeze
  COSTS = [*OF_TRIP, :permits_cents].freeze
  # A delivered trip. tenths of a mile; minutes - from setting out to the delivery; miles_per_gallon - nil for the
  # usual; partner_cents - what the partner that hauled it is paid, nil for one of our own
  Trip =
    Core::Value.of(
      :loaded_tenths,
      :empty_tenths,
      :minutes,
      :miles_per_gallon,
      :pay_cents,
      :tolls_cents,
      :laid_out_cents,
      :partner_cents
    )
  # Of a load or of many. loads - how many
  Sum =
    Core::Value.of(:loads, :revenue_cents, *COSTS, :loaded_tenths, :empty_tenths) do
      def cost_cents = COSTS.sum { |name| public_send(name) }
      def margin_cents = revenue_cents - cost_cents
      # Tenths of a percent of what they bring; nil where they bring nothing.
      def permille = revenue_cents.zero? ? nil : Rational(margin_cents * 1000, revenue_cents).round(half: :up)
      # Cents for each mile, empty ones too; nil without miles.
      def per_mile_cents =
        miles_tenths.zero? ? nil : Rational(margin_cents * 10, miles_tenths).round(half: :up)
      def miles_tenths = loaded_tenths + empty_tenths

      def +(other)
        self.class.new(**to_h.to_h { |name, value| [name, value + other.public_send(name)] })
      end
    end

  # company - Hash with :fuel_price (dollars a gallon), :cost_per_mile and :cost_per_day (dollars)
  #
  # Returns { of OF_TRIP => cents }, each rounded once.
  def self.costs(trip, company)
    return OF_TRIP.to_h { |name| [name, 0] }.merge(partner_cents: trip.partner_cents) if trip.partner_cents

    miles = Rational(trip.loaded_tenths + trip.empty_tenths, 10)
    gallon = (trip.miles_per_gallon || Core::Fit::USUAL_MILES_PER_GALLON).to_r
    day = Rational(trip.minutes, 1440) * company[:cost_per_day].to_r
    {
      pay_cents: trip.pay_cents,
      fuel_cents: Core::Money.cents(miles / gallon * company[:fuel_price].to_r),
      tolls_cents: trip.tolls_cents,
      laid_out_cents: trip.laid_out_cents,
      other_cents: Core::Money.cents((miles * company[:cost_per_mile].to_r) + day),
      partner_cents: 0
    }
  end

  # What each load of a trip has of it, by the miles of each; what is left over by rounding goes to the first, so that
  # they add up. amount - Integer; weights - Array of Integer, not below nothing
  def self.split(amount, weights)
    whole = weights.sum
    weights = Array.new(weights.length, 1) if whole.zero?
    parts = weights.map { |weight| amount * weight / weights.sum }
    parts[0] += amount - parts.sum
    parts
  end

  # All of several, which there must be.
  def self.add(sums) = sums.drop(1).sum(sums.first)

  # Adds up by what the block says of each: { key => Sum }, the most brought first.
  def self.by(rows, &)
    rows
      .group_by(&)
      .transform_values { |same| add(same.map(&:sum)) }
      .sort_by { |key, sum| [-sum.revenue_cents, key.to_s] }
      .to_h
  end
end
