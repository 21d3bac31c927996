# frozen_string_literal: true

require_relative "../../config/partner_rules"

RSpec.describe Core::Partners do
  now = Time.utc(2026, 11, 23, 15)
  day = ->(text) { Date.iso8601("2026-#{text}") }
  policy = ->(kind, dollars, from: "01-01", to: "12-31") do
    described_class::Insurance.new(
      kind:,
      limit_cents: dollars * 100,
      insurer: "Camas Mutual",
      policy: "1",
      from_on: day.call(from),
      expires_on: day.call(to)
    )
  end
  policies = [policy.call("auto_liability", 1_000_000), policy.call("cargo", 100_000)]
  registered =
    described_class::Registered.new(
      authority: "active",
      since_on: Date.new(2019, 3, 1),
      safety_rating: "satisfactory",
      phone: "(208) 555-0141",
      address: "12 Rim Road",
      insurances: policies
    )
  partner =
    described_class::Partner.new(
      name: "Snake Rim Carriers",
      phone: "208-555-0141",
      address: "12 Rim Road",
      trailer_kinds: %w[flatbed],
      agreement_on: day.call("02-01"),
      w9_on: day.call("02-01"),
      stopped_why: nil,
      bank_changed_on: nil,
      address_changed_on: nil,
      taken_on_on: day.call("02-01"),
      insurances: policies,
      registered:,
      checked_at: now - 3600
    )
  freight =
    described_class::Freight.new(
      first_on: day.call("11-24"),
      last_on: day.call("11-26"),
      value_cents: nil,
      trailer_kind: "flatbed",
      hazmat: false,
      oversize: false
    )
  rules =
    described_class::Rules.new(
      auto_least_cents: 100_000_000,
      cargo_least_cents: 10_000_000,
      general_least_cents: nil,
      authority_days: 90,
      changed_days: 30,
      broker_number: "000001",
      law: PartnerRules.law
    )
  judge = ->(partner_with = {}, freight_with = {}, rules_with = {}) do
    described_class
      .judge(
        partner.with(**partner_with),
        freight.with(**freight_with),
        rules: rules.with(**rules_with),
        as_of: now,
        today: day.call("11-23")
      )
      .map { |one| [one.code.to_sym, one.effect] }
  end

  it "finds nothing against a partner whose papers hold" do
    expect(judge.call).to eq []
  end

  it "refuses what lapses before the trip's last day is over, by the certificate or by the register" do
    ends = ->(on) { [policies[0], policy.call("cargo", 100_000, to: on)] }
    expect(judge.call({ insurances: ends.call("11-26") })).to eq [[:cargo_lapses, "block"]]
    expect(judge.call({ insurances: ends.call("11-27") })).to eq []
    expect(judge.call({ registered: registered.with(insurances: ends.call("11-25")) })).to eq [
         [:cargo_lapses, "block"]
       ]
    # One that follows on the same day leaves no gap; a day between does.
    renewed = ->(from) { [*ends.call("11-25"), policy.call("cargo", 100_000, from:)] }
    expect(judge.call({ insurances: renewed.call("11-25") })).to eq []
    expect(judge.call({ insurances: renewed.call("11-26") })).to eq [[:cargo_lapses, "block"]]
    expect(judge.call({ insurances: [policies[0]] })).to eq [[:no_cargo, "block"]]
    # 49 CFR 387.313: auto liability is filed with the register; cargo need not be.
    expect(judge.call({ registered: registered.with(insurances: []) })).to eq [
         [:auto_liability_not_filed, "block"]
       ]
    expect(judge.call({ registered: registered.with(insurances: policies.first(1)) })).to eq []
  end

  it "names the day of the trip on which nothing is in force" do
    found =
      described_class.judge(
        partner.with(insurances: [policies[0], policy.call("cargo", 100_000, to: "11-25")]),
        freight,
        rules:,
        as_of: now,
        today: day.call("11-23")
      )
    expect(found.first.text).to eq(
      "Cargo: by the certificate nothing is in force on Nov 25, 2026, day 2 of the trip."
    )
  end

  it "wants the limit that the law, the company and the freight's value ask for" do
    auto = ->(dollars) do
      own = [policy.call("auto_liability", dollars), policies[1]]
      { insurances: own, registered: registered.with(insurances: own) }
    end
    lax = { auto_least_cents: 0 }
    # 49 CFR 387.9: $750,000 for general freight, $1,000,000 for oil and hazardous material
    expect(judge.call(auto.call(750_000), {}, lax)).to eq []
    expect(judge.call(auto.call(749_999), {}, lax)).to eq [[:auto_liability_limit, "block"]]
    expect(judge.call(auto.call(750_000), { hazmat: true }, lax)).to eq [[:auto_liability_limit, "block"]]
    expect(judge.call(auto.call(1_000_000), { hazmat: true }, lax)).to eq []
    expect(judge.call({}, { value_cents: 10_000_000 })).to eq []
    expect(judge.call({}, { value_cents: 10_000_001 })).to eq [[:cargo_limit, "block"]]
    expect(judge.call({}, {}, { general_least_cents: 1 })).to eq [[:no_general_liability, "block"]]
  end

  it "refuses without authority, agreement or a register that was asked within a day" do
    in_register = ->(with) { { registered: registered.with(**with) } }
    [
      [{ stopped_why: "Two claims." }, :stopped],
      [{ agreement_on: nil }, :no_agreement],
      [{ checked_at: nil }, :not_checked],
      [{ checked_at: now - 86_401 }, :check_old],
      [{ registered: nil }, :unknown],
      [in_register.call(authority: "revoked"), :authority],
      # 49 CFR 385.13(a): an unsatisfactory carrier may not operate
      [in_register.call(safety_rating: "unsatisfactory"), :unsatisfactory]
    ].each { |with, code| expect(judge.call(with)).to eq([[code, "block"]]), code.to_s }
  end

  it "points to what practitioners look at twice, and lets it pass" do
    in_register = ->(with) { { registered: registered.with(**with) } }
    [
      [in_register.call(since_on: day.call("08-26")), :young_authority],
      [in_register.call(since_on: nil), :young_authority],
      [in_register.call(safety_rating: "conditional"), :conditional],
      [in_register.call(phone: "(208) 555-0199"), :phone_differs],
      [{ bank_changed_on: day.call("10-24") }, :bank_changed],
      [{ address_changed_on: day.call("11-22") }, :address_changed],
      [{ w9_on: nil }, :no_w9],
      [{ trailer_kinds: %w[reefer] }, :equipment]
    ].each { |with, code| expect(judge.call(with)).to eq([[code, "warn"]]), code.to_s }
    expect(judge.call(in_register.call(since_on: day.call("08-25")))).to eq []
    expect(judge.call({ bank_changed_on: day.call("10-23") })).to eq []
    # What was written down as the partner was taken on is no change.
    expect(judge.call({ bank_changed_on: day.call("11-20"), taken_on_on: day.call("11-20") })).to eq []
    expect(judge.call({}, { oversize: true })).to eq [[:permits, "warn"]]
    expect(judge.call({}, {}, { broker_number: "" })).to eq [[:no_broker_number, "warn"]]
  end

  it "counts against a partner who hauls already only what is so, not what was to be asked before" do
    found = ->(with) do
      all = described_class.judge(partner.with(**with), freight, rules:, as_of: now, today: day.call("11-23"))
      described_class.unfit(all).map(&:code)
    end
    expect(found.call({ checked_at: now - 90_000, agreement_on: nil, w9_on: nil })).to eq []
    expect(found.call({ registered: registered.with(authority: "revoked") })).to eq ["authority"]
  end

  it "prices a way by the partner's own list: towns before states, the lowest of what says as much" do
    lanes = [
      { from: "ID", to: "OR", kind: "per_mile", rate: "2.10" },
      { from: "ID", to: "OR", kind: "per_mile", rate: "2.00" },
      { from: "Boise, ID", to: "OR", kind: "flat", rate: "900" }
    ]
    price = ->(origin, destination, miles) do
      described_class.lane_cents(lanes, origin:, destination:, miles:)
    end
    expect(price.call("Boise, ID", "Bend, OR", 318.to_d)).to eq 90_000
    expect(price.call("Nampa, ID", "Bend, OR", BigDecimal("300.5"))).to eq 60_100
    expect(price.call("Nampa, ID", "Bend, OR", nil)).to be_nil
    expect(price.call("Bend, OR", "Boise, ID", 318.to_d)).to be_nil
  end

  it "approves what is billed as agreed or for less, and sends what is more to the desk" do
    bill = ->(billed_cents, quick = nil) do
      described_class.bill(agreed_cents: 120_000, billed_cents:, quick_pay_percent: quick)
    end
    expect(bill.call(120_000)).to eq(status: "approved", difference_cents: 0, discount_cents: 0)
    expect(bill.call(120_001)).to include(status: "differs", difference_cents: 1)
    expect(bill.call(119_000)).to include(status: "approved", difference_cents: -1000)
    # 3% of $1,200.00
    expect(bill.call(120_000, BigDecimal("3"))).to include(discount_cents: 3600)
  end

  describe ".steps" do
    offers = ->(*statuses, answer_by: now + 60) do
      statuses.each_with_index.map do |status, i|
        described_class::Offer.new(id: i + 1, position: i, status: status.to_s, answer_by:)
      end
    end
    steps = ->(way, list) { described_class.steps(way, list, as_of: now).to_h }

    it "asks one after the other, the next when one says no or does not answer in time" do
      expect(steps.call("in_order", offers.call(:waiting, :waiting))).to eq(
        expired: [],
        sent: [1],
        over: false
      )
      expect(steps.call("in_order", offers.call(:sent, :waiting))).to eq(expired: [], sent: [], over: false)
      expect(steps.call("in_order", offers.call(:refused, :waiting))).to include(sent: [2])
      late = offers.call(:sent, :waiting, answer_by: now)
      expect(steps.call("in_order", late)).to eq(expired: [1], sent: [2], over: false)
      expect(steps.call("in_order", late.first(1))).to eq(expired: [1], sent: [], over: true)
    end

    it "asks all at once, and keeps the turn of whoever wants another price" do
      expect(steps.call("at_once", offers.call(:waiting, :waiting))).to include(sent: [1, 2])
      expect(steps.call("at_once", offers.call(:refused, :expired))).to include(over: true)
      late = offers.call(:countered, :waiting, answer_by: now - 1)
      expect(steps.call("in_order", late)).to eq(expired: [], sent: [], over: false)
    end
  end

  it "says how an offer stands, and what may be done with it" do
    standing = ->(status, answer_by: now + 1, trip_status: nil) do
      described_class.standing(status, answer_by:, trip_status:, as_of: now)
    end
    expect(standing.call("sent")).to eq "sent"
    expect(standing.call("sent", answer_by: now)).to eq "expired"
    expect(standing.call("accepted", trip_status: "rolling")).to eq "accepted"
    expect(standing.call("accepted", trip_status: "cancelled")).to eq "called_off"
    may = ->(standing, trip_status, owed: true, bill: nil) do
      described_class.may(standing, trip_status:, owed:, bill:)
    end
    expect(may.call("sent", nil, owed: false)).to eq ["answer"]
    expect(may.call("expired", nil, owed: false)).to eq []
    expect(may.call("accepted", "rolling")).to eq ["name_driver"]
    expect(may.call("accepted", "delivered")).to eq ["bill"]
    expect(may.call("accepted", "delivered", bill: "refused")).to eq ["bill"]
    expect(may.call("accepted", "delivered", bill: "paid")).to eq []
    # Called off: only where something is owed all the same.
    expect([may.call("called_off", "cancelled"), may.call("called_off", "cancelled", owed: false)]).to eq [
         ["bill"],
         []
       ]
    acts = [["open", nil], %w[open over], %w[open open], ["planned", nil]]
    expect(acts.map { |one| described_class.load_acts(*one) }).to eq [["offer"], ["offer"], ["take_back"], []]
    expect(described_class.offer_acts("countered", "taken")).to eq []
    expect(described_class.trip_acts("delivered", "approved")).to eq []
    expect(described_class.trip_acts("rolling", nil)).to eq %w[agree name_driver]
  end

  it "scores a partner by what it did, and says nothing where nothing is known" do
    score =
      described_class::Score.new(
        trips: 3,
        stops: 6,
        on_time: 5,
        offers: 4,
        accepted: 3,
        called_off: 1,
        claims: 0,
        cost_cents: 330_000,
        lane_cents: 300_000
      )
    expect(score).to have_attributes(on_time_percent: 83, accepted_percent: 75, above_lane_percent: 10)
    nothing = score.with(stops: 0, offers: 0, lane_cents: 0)
    expect(nothing).to have_attributes(on_time_percent: nil, accepted_percent: nil, above_lane_percent: nil)
  end
end
