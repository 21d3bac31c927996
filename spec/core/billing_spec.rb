# frozen_string_literal: true

require_relative "../../config/core"

RSpec.describe Core::Billing do
  def load(**more) =
    {
      id: 7,
      price_kind: "per_mile",
      price_rate: BigDecimal("2.85"),
      miles: BigDecimal("612.4"),
      line_haul: BigDecimal("1745.34"),
      fuel_kind: "per_mile",
      fuel_rate: BigDecimal("0.48"),
      fuel_surcharge: BigDecimal("293.95"),
      weight_lb: 42_000,
      **more
    }

  describe ".charges" do
    def lines(accessorials = [], **more) =
      described_class
        .charges(load(**more), accessorials)
        .map { |one| one.to_h.values_at(:code, :quantity, :unit, :rate, :cents) }

    it "says how each line came about, and leaves out what comes to nothing" do
      expect(
        lines(
          [
            { kind: "detention", label: "Detention at Payette, 75 min", amount: BigDecimal(60) },
            { kind: nil, label: "Pallets", amount: BigDecimal("12.5") },
            { kind: "tarp", label: "Tarps", amount: BigDecimal(0) }
          ]
        )
      ).to eq(
        [
          ["line_haul", BigDecimal("612.4"), "mile", BigDecimal("2.85"), 174_534],
          ["fuel_surcharge", BigDecimal("612.4"), "mile", BigDecimal("0.48"), 293_95],
          ["detention", nil, nil, nil, 60_00],
          ["other", nil, nil, nil, 12_50]
        ]
      )
    end

    {
      "flat" => [nil, nil, nil],
      "per_hundredweight" => [BigDecimal(420), "hundredweight", BigDecimal("2.85")],
      # Short tons of 2,000 lb.
      "per_ton" => [BigDecimal(21), "ton", BigDecimal("2.85")]
    }.each do |kind, told|
      it "counts a price #{kind.tr("_", " ")} in its own unit" do
        expect(lines(price_kind: kind, fuel_kind: "none", fuel_surcharge: BigDecimal(0))).to eq(
          [["line_haul", *told, 174_534]]
        )
      end
    end

    it "shows a surcharge in percent of the line haul" do
      expect(lines(fuel_kind: "percent", fuel_rate: BigDecimal("12.5")).last).to eq(
        ["fuel_surcharge", nil, "percent", BigDecimal("12.5"), 293_95]
      )
    end
  end

  describe ".waits" do
    at = Time.utc(2026, 11, 19, 20)
    def codes(**more) = described_class.waits(facts(**more)).map { |wait| [wait.code, wait.whose] }
    def facts(**more) =
      Core::Billing::Ready::Facts.new(
        cancelled: false,
        papers: %w[bol],
        wanted: [],
        detention_open: false,
        diesel_lacking_on: nil,
        price_by_weight: false,
        weight_lb: 0,
        total_cents: 100_00,
        delivered_at: Time.utc(2026, 11, 19, 20),
        detained_at: nil,
        **more
      )

    it "lets a bill go with either proof, where the customer asks for nothing in particular" do
      expect([codes, codes(papers: %w[pod photo]), codes(papers: %w[photo])]).to eq(
        [[], [], [%w[paper_bol driver]]]
      )
    end

    it "asks for no paper of a truck that was ordered and not used" do
      expect(codes(cancelled: true, papers: [], wanted: %w[bol scale_ticket])).to eq([])
    end

    it "asks for exactly what the customer asks for" do
      expect(codes(papers: %w[pod], wanted: %w[bol scale_ticket])).to eq(
        [%w[paper_bol driver], %w[paper_scale_ticket driver]]
      )
      expect(codes(papers: %w[scale_ticket], wanted: %w[scale_ticket])).to eq([])
    end

    it "waits for who decides detention, for a weight, for a price, and for a week of diesel" do
      expect(codes(detention_open: true)).to eq([%w[detention dispatcher]])
      expect(codes(price_by_weight: true, total_cents: 0)).to eq([%w[weight biller]])
      expect(codes(price_by_weight: true, weight_lb: 1)).to eq([])
      expect(codes(total_cents: 0)).to eq([%w[no_price dispatcher]])
      expect(codes(diesel_lacking_on: Date.new(2026, 11, 23))).to eq([%w[diesel_price biller]])
      expect(described_class.waits(facts(papers: [])).first.since).to eq(at)
    end
  end

  # Days beyond the day it was due, as statements of account have them; common practice.
  describe ".bucket" do
    today = Date.new(2026, 11, 23)
    {
      0 => :current,
      -1 => :current,
      1 => :to_30,
      30 => :to_30,
      31 => :to_60,
      60 => :to_60,
      61 => :to_90,
      90 => :to_90,
      91 => :over_90
    }.each do |days, bucket|
      it "calls #{days} days #{bucket}" do
        expect(described_class.bucket(today - days, today)).to eq(bucket)
      end
    end

    it "adds up to all that is owed" do
      dice = Random.new(3)
      owed = Array.new(200) { [today - dice.rand(-40..200), dice.rand(1..90_000)] }
      ages = described_class.ageing(owed, today)
      expect([ages.keys, ages.values.sum]).to eq([described_class::BUCKETS.keys, owed.sum(&:last)])
    end
  end

  describe ".spread" do
    open = [
      [1, Date.new(2026, 11, 20), 100_00],
      [2, Date.new(2026, 11, 1), 50_00],
      [3, Date.new(2026, 11, 20), 30_00]
    ]

    it "pays the oldest due first, then by number, and no more than came in or is owed" do
      expect(described_class.spread(120_00, open)).to eq({ 2 => 50_00, 1 => 70_00 })
      expect(described_class.spread(50_00, open)).to eq({ 2 => 50_00 })
      expect(described_class.spread(500_00, open)).to eq({ 2 => 50_00, 1 => 100_00, 3 => 30_00 })
      expect(described_class.spread(0, open)).to eq({})
    end
  end

  # "2/10": two percent within ten days, in full; the customer's own choice whether he takes it. Common practice.
  describe ".discount" do
    of = ->(cents, on, **terms) do
      described_class.discount(cents, Date.new(2026, 11, 1), on, percent: 2, days: 10, **terms)
    end

    it "may be taken through its last day, rounded half up" do
      expect([1, 11, 12].map { |day| of.call(1_000_25, Date.new(2026, 11, day)) }).to eq([20_01, 20_01, 0])
      expect(of.call(1_000_00, Date.new(2026, 11, 2), percent: nil)).to eq(0)
    end

    it "is taken by a payment of just what is left, for one invoice or several, and by no other" do
      open = [[1, Date.new(2026, 12, 1), 1_000_00], [2, Date.new(2026, 12, 2), 500_00]]
      spread = ->(cents) { described_class.spread(cents, open, discounts: { 1 => 20_00, 2 => 10_00 }) }
      expect([980_00, 1_470_00, 1_000_00, 979_99].map(&spread)).to eq(
        [{ 1 => 980_00 }, { 1 => 980_00, 2 => 490_00 }, { 1 => 1_000_00 }, { 1 => 979_99 }]
      )
    end
  end

  it "says that a customer is near his limit from nine tenths of it on" do
    near =
      [[nil, 9], [100_00, 89_99], [100_00, 90_00], [100_00, 140_00], [0, 0]].map do |limit|
        described_class.near_limit?(*limit)
      end
    expect(near).to eq([false, false, true, true, true])
  end

  it "says where an invoice stands and what is owed of it" do
    today = Date.new(2026, 11, 23)
    usual = { kind: "invoice", credited: false, total_cents: 900, paid_cents: 0, due_on: today, today: }
    stands = ->(**more) { described_class.standing(**usual, **more) }
    expect(
      [
        stands.call,
        stands.call(due_on: today - 1, paid_cents: 899),
        stands.call(due_on: today - 1, paid_cents: 900),
        stands.call(credited: true),
        stands.call(kind: "credit_note", total_cents: -900)
      ]
    ).to eq([["open", 900], ["overdue", 1], ["paid", 0], ["taken_back", 0], ["credit_note", 0]])
  end

  it "sends bills where the customer says, else to his address" do
    expect([%w[a@x b@x], ["", "b@x"], [" ", ""]].map { |pair| described_class.mail_to(*pair) }).to eq(
      ["a@x", "b@x", nil]
    )
  end

  describe Core::Billing::Books do
    charges =
      Core::Billing.charges(
        {
          id: 7,
          price_kind: "flat",
          line_haul: BigDecimal(900),
          fuel_kind: "none",
          fuel_surcharge: BigDecimal(50)
        },
        []
      )
    sums = ->(entries) { entries.group_by(&:account).transform_values { |list| list.sum(&:cents) } }

    it "owes revenue what customers owe us, and takes both back with a credit note" do
      made = sums.call(described_class.of_invoice(1, charges))
      expect(made).to eq({ "receivables" => -950_00, "revenue" => 950_00 })
      back = described_class.of_invoice(1, charges.map { |one| one.with(cents: -one.cents) })
      expect(sums.call(back)).to eq(made.transform_values(&:-@))
    end

    it "keeps what pays nothing yet, and adds up to nothing always" do
      receipt = described_class.of_receipt(100_00, { 1 => 60_00, 2 => 15_00 })
      expect(sums.call(receipt)).to eq(
        { "bank" => -100_00, "receivables" => 75_00, "unapplied_cash" => 25_00 }
      )
      expect(
        [
          receipt,
          described_class.of_receipt(5_00, { 1 => 5_00 }),
          described_class.of_applying({ 1 => -9_00 })
        ].map { |entries| entries.sum(&:cents) }
      ).to eq([0, 0, 0])
      expect(described_class.of_receipt(5_00, { 1 => 5_00 }).map(&:account)).not_to include("unapplied_cash")
    end
  end

  describe Core::Billing::BankFile do
    let(:owed) do
      [
        owes(1, 500, due: 9),
        owes(2, 700, due: 3),
        owes(3, 900, customer: 2, name: "Blue Mesa"),
        owes(4, 300, customer: 3, name: "The Co-op")
      ]
    end

    it "reads dollars as banks write them" do
      texts = ["1,250.00", "$80", "-80.5", "(80.00)", "0.01", "eighty", "1.005", ""]
      expect(texts.map { |text| described_class.cents(text) }).to eq(
        [125_000, 8_000, -8_050, -8_000, 1, nil, nil, nil]
      )
    end

    def owes(id, cents, customer: 1, name: "Blue Mesa Supply, Inc.", due: 1) =
      Core::Billing::BankFile::Open.new(
        id:,
        number: "I-#{10_000 + id}",
        customer_id: customer,
        name:,
        due_on: Date.new(2026, 11, due),
        cents:
      )

    def match(words, cents, open, reference: "")
      line = Core::Billing::BankFile::Line.new(line_on: Date.new(2026, 11, 23), cents:, words:, reference:)
      found = described_class.match(line, open)
      found && [found.customer_id, found.parts, found.by]
    end

    it "goes by the number first, also where less or more was paid, and never over two customers" do
      expect(match("PMT I-10001", 500, owed)).to eq([1, { 1 => 500 }, "number"])
      expect(match("PMT i10001 and I-10002", 1_000, owed)).to eq([1, { 2 => 700, 1 => 300 }, "number"])
      expect(match("PMT", 600, owed, reference: "I-10001")).to eq([1, { 1 => 500 }, "number"])
      expect(match("I-10001 I-10003", 1, owed)).to be_nil
      # One that was numbered elsewhere, before there were invoices here.
      old = [owes(1, 500).with(number: "JF-26001"), owes(2, 500).with(number: "7")]
      expect(match("PMT JF26001 7", 500, old)).to eq([1, { 1 => 500 }, "number"])
      expect(match("PMT 7", 400, old)).to be_nil
    end

    it "goes by the customer's own words, and pays what the amount tells" do
      expect(match("ACH BLUE MESA SUPPLY 88", 700, owed.reject { |one| one.id == 3 })).to eq(
        [1, { 2 => 700 }, "customer"]
      )
      expect(match("ACH BLUE MESA SUPPLY 88", 1_200, owed.reject { |one| one.id == 3 })).to eq(
        [1, { 2 => 700, 1 => 500 }, "customer"]
      )
      expect(match("ACH BLUE MESA SUPPLY 88", 50, owed.reject { |one| one.id == 3 })).to eq(
        [1, {}, "customer"]
      )
      # Both names stand in it: the amount may tell, or nobody.
      expect(match("ACH BLUE MESA SUPPLY 88", 900, owed)).to eq([2, { 3 => 900 }, "amount"])
      expect(match("ACH BLUE MESA SUPPLY 88", 901, owed)).to be_nil
    end

    it "owes no more what an earlier line has paid" do
      matcher = described_class::Matcher.new(owed)
      line = ->(words, cents) do
        described_class::Line.new(line_on: Date.new(2026, 11, 23), cents:, words:, reference: "")
      end
      told =
        [["I-10004", 100], ["DEPOSIT", 300], ["DEPOSIT", 200], ["I-10004", 5]].map do |words, cents|
          matcher
            .match(line.call(words, cents))
            &.tap { |match| matcher.pay(match) }
            &.then { |match| [match.parts, match.by] }
        end
      expect(told).to eq([[{ 4 => 100 }, "number"], nil, [{ 4 => 200 }, "amount"], nil])
    end

    it "goes by an amount only where it is owed once" do
      expect(match("DEPOSIT", 300, owed)).to eq([3, { 4 => 300 }, "amount"])
      expect(match("DEPOSIT", 300, [*owed, owes(5, 300, customer: 4, name: "Other")])).to be_nil
    end
  end
end
