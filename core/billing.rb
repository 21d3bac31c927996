# frozen_string_literal: true

# From delivered to paid: what a load is charged, what its bill still waits for, what is owed and since when.
module Core::Billing
  # One line of a bill. code - of CODES; quantity, unit, rate - nil where it is a sum; load_id - nil for what is of none
  Charge = Value.of(:code, :label, :quantity, :unit, :rate, :cents, :load_id)

  # What can be charged, as people say it.
  CODES = {
    "line_haul" => "Line haul",
    "fuel_surcharge" => "Fuel surcharge",
    "detention" => "Detention",
    "layover" => "Layover",
    "lumper" => "Lumper",
    "tarp" => "Tarps",
    "extra_stop" => "Extra stop",
    "not_used" => "Truck ordered, not used",
    "reconsignment" => "Re-consignment",
    "permit_fee" => "Permits",
    "permit_escort" => "Escorts",
    "permit_service" => "Permit service",
    "other" => "Other"
  }.freeze

  # How a customer is billed: by hand, each load as soon as it is ready, or all of a week on one invoice.
  BILL_BY = %w[by_hand each_load each_week].freeze

  # Of what is agreed on charges with one customer (:customer_id) and with everybody (nil) what holds for him: one row of
  # each :code and :label, his own before everybody's.
  def self.own_first(rows) =
    rows
      .group_by { |row| row.values_at(:code, :label) }
      .map { |_, same| same.find { |row| row[:customer_id] } || same.first }

  # The Monday of a day's week.
  def self.monday(day) = day - ((day.wday - 1) % 7)

  # Is what is ready to be billed without anybody's doing? A week's loads are billed from the Monday after on.
  #
  # bill_by - of BILL_BY; delivered_on, today - Date where the company is
  def self.by_rule?(bill_by, delivered_on, today)
    case bill_by
    when "each_load"
      true
    when "each_week"
      delivered_on < monday(today)
    else
      false
    end
  end

  # Percent that may be taken off what is paid soon; our own bounds.
  LEAST_DISCOUNT = BigDecimal("0.01")
  MOST_DISCOUNT = 20
  def self.discount?(percent) = percent.between?(LEAST_DISCOUNT, MOST_DISCOUNT)

  # The lines of a load's bill, in the order in which they are read; those that come to nothing are left out.
  #
  # load - Hash with :id, :price_kind, :price_rate, :miles, :line_haul, :fuel_kind, :fuel_rate, :fuel_surcharge (dollars
  #        as BigDecimal) and :weight_lb
  # accessorials - Array of Hash with :kind (nil for other), :label and :amount
  #
  # Returns Array of Charge, which add up to the load's total.
  def self.charges(load, accessorials) = Charges.new(load, accessorials).all

  # Why a load cannot be billed yet: Array of Ready::Wait, empty where it can. facts - Ready::Facts
  def self.waits(facts) = Ready.waits(facts)

  # As invoices and credit notes are called, in one row without gaps.
  def self.number(serial) = "I-#{serial}"

  # Days are counted from the day of the invoice; common practice.
  def self.due_on(invoiced_on, terms_days) = invoiced_on + terms_days

  # How old what is owed is, by days beyond the day it was due: 30, 60 and 90, as statements of account have it (common
  # practice).
  BUCKETS = { current: ..0, to_30: 1..30, to_60: 31..60, to_90: 61..90, over_90: 91.. }.freeze

  def self.bucket(due_on, today) = BUCKETS.find { |_, days| days.cover?((today - due_on).to_i) }.first

  # owed - Array of [Date it was due, cents]. Returns { bucket => cents } of all buckets.
  def self.ageing(owed, today)
    sums(owed.map { |due_on, cents| [bucket(due_on, today), cents] })
  end

  # The same of what is sorted into buckets already: Array of [bucket, cents].
  def self.sums(aged)
    sums = aged.group_by(&:first).transform_values { |rows| rows.sum(&:last) }
    BUCKETS.keys.to_h { |name| [name, sums[name] || 0] }
  end

  # What a payment comes to against open invoices, the oldest due first, where nobody says otherwise.
  #
  # A payment that is just what the oldest come to less their discounts pays them so.
  #
  # open - Array of [id, Date due, cents]; discounts - { id => cents that may be taken off }
  # Returns { id => cents }, and what is left stays unapplied.
  def self.spread(cents, open, discounts: {})
    oldest = open.sort_by { |id, due_on, _| [due_on, id] }
    discounted(cents, oldest, discounts) ||
      oldest.each_with_object({}) do |(id, _, owed), parts|
        part = [cents - parts.values.sum, owed].min
        parts[id] = part if part.positive?
      end
  end

  def self.discounted(cents, oldest, discounts)
    less = oldest.map { |id, _, owed| [id, owed - (discounts[id] || 0)] }
    count = (1..less.length).find { |first| less.first(first).sum(&:last) == cents }
    less.first(count).to_h if count && less.first(count).all? { |_, part| part.positive? }
  end
  private_class_method :discounted

  # What may be taken off an invoice that is paid soon, whole: cents, rounded half up; nothing after its last day.
  #
  # percent, days - as agreed, nil for none: "2 percent in 10 days" (common practice), counted as the due day is
  def self.discount(total_cents, invoiced_on, received_on, percent:, days:)
    return 0 if percent.nil? || days.nil? || received_on > invoiced_on + days

    Core::Money.cents(Core::Money.exact(total_cents) * percent.to_r / 100)
  end

  # Is what a customer owes near what he may owe, or beyond it? limit_cents - nil for no limit
  def self.near_limit?(limit_cents, owed_cents) =
    !limit_cents.nil? && owed_cents * 100 >= limit_cents * NEAR_PERCENT
  # Our own choice.
  NEAR_PERCENT = 90

  # Where an invoice or a credit note stands, and what is owed of it.
  #
  # kind - invoice or credit_note; credited - a credit note takes it back
  #
  # Returns [open, overdue, paid, taken_back or credit_note; cents].
  def self.standing(kind:, credited:, total_cents:, paid_cents:, due_on:, today:)
    return "credit_note", 0 if kind == "credit_note"
    return "taken_back", 0 if credited

    owed = total_cents - paid_cents
    return "paid", 0 if owed.zero?

    [due_on < today ? "overdue" : "open", owed]
  end

  # Where the bills of a customer go: where he says, else to his mail address; nil for neither.
  def self.mail_to(bill_email, email) = [bill_email, email].map(&:strip).find { |text| !text.empty? }
end
