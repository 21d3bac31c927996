# frozen_string_literal: true

# How many dollars are at stake, by one of four ways: for the order of the list alone, so in whole dollars.
class Core::Attention::Stake
  def self.read(data) = new(**data.except(:by).transform_values { |value| BigDecimal(value) }, by: data[:by])

  def initialize(
    by:,
    base: 0.to_d,
    dollars: nil,
    hours: 0.to_d,
    at_least_hours: 0.to_d,
    unknown_hours: 0.to_d,
    hourly: 0.to_d,
    per_mille: 0.to_d
  )
    @by, @base, @dollars = by, base, dollars
    @hours, @at_least_hours, @unknown_hours = hours, at_least_hours, unknown_hours
    @hourly, @per_mille = hourly, per_mille
  end

  # hours_left - Rational until it is to happen, nil without a time; minutes - how long it lasts; worth -
  # BigDecimal dollars of the load; days_left - Integer
  def dollars(hours_left:, minutes:, worth:, days_left:)
    case @by
    when "nearness"
      ((@dollars || worth) * @hours / [hours_left || @unknown_hours, @at_least_hours].max).round + @base.to_i
    when "lasting"
      ((@hourly + (worth * @per_mille / 1000)) * minutes / 60).round + @base.to_i
    when "renewal"
      (@dollars / (days_left + 1)).floor
    when "fixed"
      @base.to_i
    end
  end
end
