# frozen_string_literal: true

# What a crew's miles and days cost by the company's figures and the driver's own pay.
class Work::Market::TruckCosts
  HUNDRED_MILES = 1000

  def initialize(crews, crew)
    @crew = crew
    @settings = Store::Match.settings
    @mile =
      Core::Fit.mile_cost(
        crews.unit(crew.tractor_id)&.fetch(:miles_per_gallon),
        **@settings.slice(:fuel_price, :cost_per_mile)
      )
  end

  # Dollars a mile, without pay.
  def dollars_per_mile = @mile

  # Of an empty mile's tenth, with what the driver is paid for it.
  def cents_per_tenth = (@mile * 10) + empty_mile_pay

  def cents_per_day = @settings[:cost_per_day].to_r * 100

  # What the driver is paid for a load, but for what an empty mile would bring him too. done - see
  # Core::Pay::ToCome::Work
  def load_pay(loaded_tenths:, **done) = pay(loaded_tenths:, **done) - (loaded_tenths * empty_mile_pay).round

  private

  # Cents for a tenth of a mile.
  def empty_mile_pay = @empty_mile_pay ||= Rational(pay(empty_tenths: HUNDRED_MILES), HUNDRED_MILES)

  def pay(**done)
    work =
      Core::Pay::ToCome::Work.new(
        loaded_tenths: 0,
        empty_tenths: 0,
        line_haul_cents: 0,
        fuel_surcharge_cents: 0,
        weight_lb: 0,
        stop_count: 0,
        tarped: false,
        **done
      )
    Core::Pay::ToCome.cents(work, @crew.plan && Store::Pay::Plan.to_core(@crew.plan, BigDecimal(100)))
  end
end
