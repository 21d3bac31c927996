# frozen_string_literal: true

# A customer's own fuel surcharge: so much for each step by which diesel costs more than a base, by the price of the week
# in which the load is picked up.
module Core::Billing::Fuel
  # kind - per_mile (dollars a mile) or percent (of the line haul); base, step - dollars a gallon; each - dollars or percent
  # for a step; counting - of COUNTING; places - decimals of the rate; lag_days - after a price is told, until it holds
  Scale = Value.of(:from_on, :region, :kind, :base, :step, :each, :counting, :places, :lag_days)
  # A week's price of diesel. told_on - Date; price - dollars a gallon
  Price = Value.of(:region, :told_on, :price)
  # rate - BigDecimal, nothing where diesel costs no more than the base; price - nil where none was told; lacking - the
  # Date of the week whose price is missing, the price before it standing in, or nil
  Surcharge = Value.of(:scale, :price, :rate, :lacking)

  # How steps count: in proportion; those that are full; those that are begun, as a table has them that says "at least
  # $1.20, less than $1.26: one cent" (common practice).
  COUNTING = %w[exact full begun].freeze
  # A price is told once a week (common practice).
  WEEK_DAYS = 7

  # What holds for a load that is picked up on a day, or nil where no scale does.
  #
  # scales - Array of Scale, prices - Array of Price, in no order; day - Date where it is picked up
  def self.on(day, scales, prices)
    scale = scales.select { |one| one.from_on <= day }.max_by(&:from_on) or return
    held = day - scale.lag_days
    price = prices.select { |one| one.region == scale.region && one.told_on <= held }.max_by(&:told_on)
    lacking = Core::Billing.monday(held) if price.nil? || held - price.told_on >= WEEK_DAYS
    Surcharge.new(scale:, price:, rate: price ? rate(scale, price.price) : BigDecimal(0), lacking:)
  end

  # The day a load is picked up where it is: as it left there, else as it is planned, else now. zone - TZInfo's; instants -
  # Time or nil, but for now
  def self.day(zone, left_at:, planned_at:, now:) = zone.to_local(left_at || planned_at || now).to_date

  # What a scale comes to at a price of diesel: dollars a mile or percent.
  def self.rate(scale, price) =
    (steps(scale.counting, price - scale.base, scale.step) * scale.each).round(scale.places, half: :up).to_d

  # below - nothing is taken off where diesel costs less than the base.
  def self.steps(counting, above, step)
    return 0 if above.negative?

    case counting
    when "exact"
      above.to_r / step.to_r
    when "full"
      (above / step).floor
    when "begun"
      (above / step).floor + 1
    end
  end
  private_class_method :steps
end
