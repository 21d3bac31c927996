# frozen_string_literal: true

# Reads the JSON document of `pay settle` into Terms, and writes a statement as one. The schema has checked
# its shape;
# what is absent means none, zero or false.
module Core::Pay::Document
  Terms = Core::Pay::Terms

  def self.read(doc)
    Terms::Request.new(
      period: period(doc["period"]),
      driver: driver(doc["driver"]),
      trips: list(doc["trips"], :trip),
      one_time: list(doc["one_time"], :one_time),
      units: list(doc["units"], :unit),
      garnishments: list(doc["garnishments"], :garnishment),
      advances: list(doc["advances"], :advance),
      recurring: list(doc["recurring"], :recurring),
      taxes_cents: cents(doc["taxes"]),
      worked_before: []
    )
  end

  # statement - Terms::Statement; returns the document, amounts as decimal text.
  def self.present(statement)
    {
      lines:
        statement.lines.map do |line|
          says = line.to_h.slice(:section, :label, :quantity, :rate)
          says.merge(trip: line.trip, amount: Money.text(line.amount_cents))
        end,
      gross: Money.text(statement.gross_cents),
      reimbursements: Money.text(statement.reimbursements_cents),
      deductions: Money.text(statement.deductions_cents),
      net: Money.text(statement.net_cents),
      carried_out: Money.text(statement.carried_out_cents),
      short:
        statement.short.map do |short|
          { label: short.label, amount: Money.text(short.amount_cents), carried: short.carried }
        end,
      held: statement.held.map(&:to_h),
      notes: statement.notes
    }
  end

  def self.list(items, kind) =
    (items || []).each_with_index.map { |item, index| method(kind).call(item, index) }

  def self.period(doc)
    from, to = doc.values_at("from", "to").map { |text| Date.iso8601(text) }
    if to < from
      raise Refused.new(
              "period_reversed",
              "The period ends before it starts: put its dates right.",
              path: "/period/to"
            )
    end

    Terms::Period.new(from:, to:, frequency: doc["frequency"])
  end

  def self.driver(doc)
    Terms::Driver.new(
      id: doc["id"],
      plan: plan(doc["plan"]),
      minimum_net_cents: cents(doc["minimum_net"]),
      carried_in_cents: cents(doc["carried_in"])
    )
  end

  def self.plan(doc)
    basis = doc["basis"].to_sym
    rates =
      Core::Pay::Earnings::RATES
        .fetch(basis)
        .to_h { |name| [name, name == :percent_of_fuel ? doc[name.to_s] || false : decimal(doc[name.to_s])] }
    Terms::Plan.new(
      basis:,
      rates:,
      extra_stop_cents: cents(doc["extra_stop"]),
      stops_included: doc["stops_included"].to_i,
      detention_hourly_rate: decimal(doc["detention_hourly"]),
      detention_free_minutes: (doc["detention_free_minutes"] || 120).to_i,
      detention_step_minutes: (doc["detention_step_minutes"] || 15).to_i,
      layover_daily_cents: cents(doc["layover_daily"]),
      tarp_cents: cents(doc["tarp"]),
      period_minimum_cents: cents(doc["period_minimum"]),
      share_percent: decimal(doc["share_percent"] || "100"),
      **Core::Pay::PLAIN_PLAN
    )
  end

  def self.trip(doc, _index)
    Terms::Trip.new(
      id: doc["id"],
      plan: nil,
      completed_on: Date.iso8601(doc["completed_on"]),
      papers_in: doc["papers_in"] || false,
      loaded_miles: decimal(doc["loaded_miles"]),
      empty_miles: decimal(doc["empty_miles"]),
      line_haul_cents: cents(doc["line_haul"]),
      fuel_surcharge_cents: cents(doc["fuel_surcharge"]),
      tons: decimal(doc["tons"]),
      hours: decimal(doc["hours"]),
      dwell_minutes: (doc["stops"] || []).map { |stop| stop["dwell_minutes"].to_i },
      layover_days: doc["layover_days"].to_i,
      tarped: doc["tarped"] || false,
      accessorials: [],
      worked: [],
      days: 0
    )
  end

  # A document has no ids: there a label is the identity, as its contract says of what was carried.
  def self.one_time(doc, _index) =
    Terms::OneTime.new(
      id: nil,
      kind: doc["kind"],
      label: doc["label"],
      amount_cents: cents(doc["amount"]),
      deduction_id: doc["label"]
    )

  def self.unit(doc, index)
    active_from = Date.iso8601(doc["active_from"])
    active_to = doc["active_to"] && Date.iso8601(doc["active_to"])
    if active_to && active_to < active_from
      raise Refused.new(
              "unit_reversed",
              "Unit #{doc["id"]} ends before it starts: put its dates right.",
              path: "/units/#{index}/active_to"
            )
    end

    Terms::Unit.new(
      id: doc["id"],
      tags: doc["tags"],
      active_from:,
      active_to:,
      fee_cents: cents(doc["fee"]),
      rent_daily_cents: 0
    )
  end

  def self.garnishment(doc, _index)
    Terms::Garnishment.new(
      id: nil,
      kind: doc["kind"],
      label: doc["label"],
      amount_cents: cents(doc["amount"]),
      limit_percent: decimal(doc["limit_percent"] || "50")
    )
  end

  def self.advance(doc, _index)
    Terms::Advance.new(
      id: nil,
      label: doc["label"],
      principal_cents: cents(doc["principal"]),
      fee_fixed_cents: cents(doc["fee_fixed"]),
      fee_percent: decimal(doc["fee_percent"]),
      installments: doc["installments"].to_i,
      taken: doc["taken"].to_i,
      push: doc["push"] || false
    )
  end

  def self.recurring(doc, _index)
    Terms::Recurring.new(
      id: doc["label"],
      label: doc["label"],
      basis: doc["basis"],
      amount: doc["amount"]&.to_d,
      priority: doc["priority"],
      own_amount: doc["override"]&.to_d,
      if_short: doc["if_short"],
      goal_cents: doc["goal"] && cents(doc["goal"]),
      balance_cents: cents(doc["balance"]),
      tag: doc["tag"],
      prorated: doc["prorated"] || false
    )
  end

  def self.cents(text) = text ? Money.parse_cents(text) : 0

  def self.decimal(text) = BigDecimal(text || "0")

  private_class_method :list,
                       :period,
                       :driver,
                       :plan,
                       :trip,
                       :one_time,
                       :unit,
                       :garnishment,
                       :advance,
                       :recurring,
                       :cents,
                       :decimal
end
