# frozen_string_literal: true

# Works one request out: earnings, then what is taken from them in the order that the law and the company set.
class Core::Pay::Settlement
  Terms = Core::Pay::Terms
  LIMITS_NOTE = {
    code: "garnishment_limits_federal_only",
    text:
      "Garnishments are held to the federal limits of 15 U.S.C. 1673; " \
        "tax levies, bankruptcy orders and lower state limits are not covered."
  }.freeze

  # What a deduction wants, and whether what does not fit waits for the next period.
  Claim = Value.of(:section, :kind, :label, :quantity, :rate, :due_cents, :carries, :source_id, :deduction_id)

  def initialize(request)
    @request = request
    @driver = request.driver
    check_trips
    check_advances
  end

  def statement
    earned = earnings
    @gross_cents = earned.sum(&:amount_cents)
    withheld = [*taxes, *garnishments]
    taken, short = take(claims, room_cents(withheld))
    reimbursed = [*@per_diem, *one_time("reimbursement", "reimbursements"), *rents]
    deductions_cents = -[*withheld, *taken].sum(&:amount_cents)
    Terms::Statement.new(
      lines: [*earned, *reimbursed, *withheld, *taken],
      gross_cents: @gross_cents,
      reimbursements_cents: reimbursed.sum(&:amount_cents),
      deductions_cents:,
      short:,
      held:,
      notes:
    )
  end

  private

  attr_reader :request, :driver

  def check_trips
    seen = {}
    request.trips.each_with_index do |trip, index|
      if seen[trip.id]
        raise Refused.new(
                "trip_twice",
                "Trip #{trip.id} is listed twice: leave one out.",
                path: "/trips/#{index}/id"
              )
      end

      seen[trip.id] = true
    end
  end

  def check_advances
    request.advances.each_with_index do |advance, index|
      next if advance.taken <= advance.installments

      raise Refused.new(
              "advance_overpaid",
              "#{advance.label}: #{advance.taken} parts taken of #{advance.installments}.",
              path: "/advances/#{index}/taken"
            )
    end
  end

  def paid_trips = @paid_trips ||= request.trips.select { |trip| paid?(trip) }
  def paid?(trip) = in_period?(trip) && trip.papers_in

  def miles = @miles ||= paid_trips.sum(BigDecimal(0), &:miles)
  def in_period?(trip) = trip.completed_on <= request.period.to

  def held
    request.trips.filter_map do |trip|
      unless paid?(trip)
        Terms::Held.new(trip: trip.id, reason: in_period?(trip) ? "papers_missing" : "outside_period")
      end
    end
  end

  # What trips pay as per diem is no part of the gross: it is kept apart.
  def earnings
    lines, @per_diem =
      paid_trips
        .flat_map { |trip| Core::Pay.earnings(trip, trip.plan || driver.plan) }
        .partition { |line| line.section == "earnings" }
    lines.concat(overtime, one_time("earning", "earnings"))
    missing_cents = driver.plan.period_minimum_cents - lines.sum(&:amount_cents)
    return lines unless driver.plan.period_minimum_cents.positive? && missing_cents.positive?

    lines << line("earnings", "period_minimum", "Period minimum", missing_cents)
  end

  # By the plan in force at the period's end; only what is paid by the hour counts.
  def overtime
    worked = paid_trips.select { |trip| (trip.plan || driver.plan).basis == :hourly }.flat_map(&:worked)
    Core::Pay::Overtime.lines(
      worked,
      before: request.worked_before,
      plan: driver.plan,
      week_from: request.period.from
    )
  end

  # For the days on which the company used a driver's own unit.
  def rents
    request.units.filter_map do |unit|
      days = unit.rent_daily_cents.zero? ? 0 : request.period.days_active(unit)
      next if days.zero?

      rate_cents = unit.rent_daily_cents
      line("reimbursements", "rent", "Rent of #{unit.id}", rate_cents * days).with(
        quantity: "#{days} days",
        rate: Money.text(rate_cents)
      )
    end
  end

  def one_time(kind, section)
    chosen = request.one_time.select { |item| item.kind == kind && !item.amount_cents.zero? }
    chosen.map { |item| line(section, "one_time", item.label, item.amount_cents, **of(item)) }
  end

  def taxes = request.taxes_cents.zero? ? [] : [line("taxes", "taxes", "Taxes", -request.taxes_cents)]

  def garnishments
    disposable_cents = [@gross_cents - request.taxes_cents, 0].max
    Core::Pay::Garnishments
      .taken(request.garnishments, disposable_cents:, frequency: request.period.frequency)
      .reject { |_, cents| cents.zero? }
      .map { |order, cents| line("garnishments", "garnishment", order.label, -cents, source_id: order.id) }
  end

  def notes = request.garnishments.any? ? [LIMITS_NOTE] : []

  # What advances and deductions may take: reimbursements are the driver's own money and never count.
  def room_cents(withheld) = [@gross_cents + withheld.sum(&:amount_cents) - driver.minimum_net_cents, 0].max

  def claims
    [
      carried_in,
      *request.advances.map do |advance|
        claim("advances", "advance", advance.label, advance.due_cents, source_id: advance.id)
      end,
      *one_time_claims,
      *request
        .recurring
        .sort_by
        .with_index { |item, index| [item.priority, index] }
        .map { |item| recurring_claim(item) }
    ]
  end

  def carried_in = claim("advances", "carried_in", "Carried in", driver.carried_in_cents)

  def one_time_claims
    deductions.map { |item| claim("one_time", "one_time", item.label, item.amount_cents, **of(item)) }
  end

  def deductions = request.one_time.select { |item| item.kind == "deduction" }

  def recurring_claim(item)
    charge =
      Core::Pay::Recurring.charge(item, request.period, request.units, gross_cents: @gross_cents, miles:)
    due_cents = item.goal_cents ? [charge.cents, left_to_goal_cents(item)].min : charge.cents
    Claim.new(
      section: "recurring",
      kind: "recurring",
      label: item.label,
      quantity: charge.quantity,
      rate: charge.rate,
      due_cents:,
      carries: item.if_short == "carry",
      source_id: item.id,
      deduction_id: item.id
    )
  end

  # What an earlier period carried comes back as a one-time deduction that names this one; it is on its way
  # to the goal.
  def left_to_goal_cents(item)
    on_its_way_cents = deductions.select { |carried| carried.deduction_id == item.id }.sum(&:amount_cents)
    [item.goal_cents - item.balance_cents - on_its_way_cents, 0].max
  end

  def take(claims, room_cents)
    taken = []
    short = []
    claims.each do |claim|
      cents = [claim.due_cents, room_cents].min
      room_cents -= cents
      taken << taken_line(claim, cents) if cents.positive?
      short << short(claim, claim.due_cents - cents) if claim.due_cents > cents
    end
    [taken, short]
  end

  def taken_line(claim, cents)
    says = claim.to_h.slice(:section, :kind, :label, :quantity, :rate, :source_id, :deduction_id)
    Terms::Line.new(**says, amount_cents: -cents, trip: nil)
  end

  def short(claim, cents)
    says = claim.to_h.slice(:kind, :label, :source_id, :deduction_id)
    Terms::Short.new(**says, amount_cents: cents, carried: claim.carries)
  end

  def of(item) = { source_id: item.id, deduction_id: item.deduction_id }

  def claim(section, kind, label, due_cents, source_id: nil, deduction_id: nil)
    rate = Money.text(due_cents)
    says = { section:, kind:, label:, quantity: "1", rate:, due_cents: }
    Claim.new(**says, carries: true, source_id:, deduction_id:)
  end

  def line(section, kind, label, amount_cents, source_id: nil, deduction_id: nil)
    rate = Money.text(amount_cents.abs)
    says = { section:, kind:, label:, quantity: "1", rate:, amount_cents: }
    Terms::Line.new(**says, trip: nil, source_id:, deduction_id:)
  end
end
