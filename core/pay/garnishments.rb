# frozen_string_literal: true

# What orders of a court may take from a period's disposable earnings, to the cent, never rounded up.
# Source: 15 U.S.C. 1673(a) and (b); 29 CFR 870.10 for pay periods other than a week.
module Core::Pay::Garnishments
  # 30 times the federal minimum hourly wage of 7.25 a week, and its multiples: 2, 2 1/6 and 4 1/3 weeks
  PROTECTED_CENTS = {
    "weekly" => 217_50,
    "biweekly" => 435_00,
    "semimonthly" => 471_25,
    "monthly" => 942_50
  }.freeze
  ORDINARY_PERCENT = 25

  # orders - Terms::Garnishment in the order given
  # Returns [order, cents] in the order taken: support first, then ordinary.
  def self.taken(orders, disposable_cents:, frequency:)
    support, ordinary = orders.partition { |order| order.kind == "support" }
    support_taken = take_support(support, disposable_cents)
    room_cents = ordinary_limit_cents(disposable_cents, frequency) - support_taken.sum(&:last)
    support_taken + take_in_order(ordinary, [room_cents, 0].max)
  end

  def self.ordinary_limit_cents(disposable_cents, frequency)
    [
      percent_of(disposable_cents, ORDINARY_PERCENT),
      [disposable_cents - PROTECTED_CENTS.fetch(frequency), 0].max
    ].min
  end

  # Each order reaches as far as its own percentage of the whole, counting all support before it.
  def self.take_support(orders, disposable_cents)
    so_far_cents = 0
    orders.map do |order|
      room_cents = percent_of(disposable_cents, order.limit_percent) - so_far_cents
      cents = order.amount_cents.clamp(0, [room_cents, 0].max)
      so_far_cents += cents
      [order, cents]
    end
  end

  def self.take_in_order(orders, room_cents)
    orders.map do |order|
      cents = [order.amount_cents, room_cents].min
      room_cents -= cents
      [order, cents]
    end
  end

  def self.percent_of(cents, percent) = Money.cents_cut(Money.exact(cents) * percent.to_r / 100)

  private_class_method :take_support, :take_in_order, :percent_of
end
