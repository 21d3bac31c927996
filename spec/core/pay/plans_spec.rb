# frozen_string_literal: true

# Plans beyond one rate for all: bands of haul, percentages of accessorials, hours by activity with overtime,
# per diem, a day's minimum, rent.
RSpec.describe Core::Pay, ".settle by plan" do
  let(:friday) { Date.new(2026, 11, 20) }
  let(:base) do
    described_class.read(
      {
        "period" => {
          "from" => "2026-11-15",
          "to" => "2026-11-21",
          "frequency" => "weekly"
        },
        "driver" => {
          "plan" => {
            "basis" => "per_mile",
            "loaded_mile_rate" => "0.58",
            "empty_mile_rate" => "0.50"
          }
        },
        "trips" => [
          {
            "id" => "t-1",
            "completed_on" => "2026-11-17",
            "papers_in" => true,
            "loaded_miles" => "612.0",
            "empty_miles" => "48.0",
            "line_haul" => "1850.00"
          }
        ]
      }
    )
  end

  def settle(plan: {}, trip: {}, **request)
    described_class.settle(
      base.with(
        driver: base.driver.with(plan: base.driver.plan.with(**plan)),
        trips: [base.trips.first.with(**trip)],
        **request
      )
    )
  end

  def lines(statement, section = "earnings") =
    statement
      .lines
      .select { |line| line.section == section }
      .map { |line| [line.label, line.quantity, line.rate, Money.text(line.amount_cents)] }
  def worked(*list) =
    list.map { |day, activity, hours| described_class::Terms::Worked.new(day:, activity:, hours: hours.to_d) }

  # The longest length of each band and its rate; beyond the last the plan's own 0.58
  [%w[100.0 1.20], %w[100.1 0.90], %w[250.0 0.90], %w[250.1 0.58]].each do |miles, rate|
    it "pays #{miles} loaded miles at #{rate}" do
      bands = [[100, BigDecimal("1.20")], [250, BigDecimal("0.90")]]
      expect(
        lines(
          settle(plan: { haul_bands: bands }, trip: { loaded_miles: miles.to_d, empty_miles: 0.to_d })
        ).first[
          2
        ]
      ).to eq(rate)
    end
  end

  it "takes a percentage of the accessorials that the plan names, and of no other" do
    trip = { accessorials: [["Detention at Elko, 120 min", 90_00], ["Tarp", 75_00], ["Detour", 10_00]] }
    plan = {
      basis: :percent,
      rates: {
        percent: 25.to_d,
        percent_of_fuel: false
      },
      percent_of: %w[detention Tarp]
    }
    expect(lines(settle(plan:, trip:)).map { |line| line.values_at(0, 3) }).to eq(
      [["Line haul", "462.50"], ["Detention at Elko, 120 min", "22.50"], %w[Tarp 18.75]]
    )
  end

  it "splits off per diem so that the sum stays, never more than the mileage pay or the most of a day" do
    whole = settle
    split = settle(plan: { per_diem_mile_rate: BigDecimal("0.125") })
    expect([lines(split).last, lines(split, "reimbursements")]).to eq(
      [["Of that, per diem", "660.0", "0.125", "-82.50"], [["Per diem", "660.0", "0.125", "82.50"]]]
    )
    expect([split.net_cents, split.gross_cents]).to eq([whole.net_cents, whole.gross_cents - 82_50])
    # 80.00 a day in the lower 48 for those under hours of service: I.R.S. Notice 2024-68, from memory
    expect(
      lines(
        settle(
          plan: {
            per_diem_mile_rate: BigDecimal("0.25"),
            per_diem_daily_cents: 80_00
          },
          trip: {
            days: 2
          }
        ),
        "reimbursements"
      )
    ).to eq([["Per diem", "2 days", "80.00", "160.00"]])
    expect(settle(plan: { per_diem_mile_rate: 9.to_d }).gross_cents).to eq(0)
  end

  it "holds per diem out of what a court's order is reckoned from" do
    order = [
      described_class::Terms::Garnishment.new(
        id: nil,
        kind: "ordinary",
        label: "Order",
        amount_cents: 500_00,
        limit_percent: 50.to_d
      )
    ]
    taken = ->(rate) do
      lines(settle(plan: { per_diem_mile_rate: rate.to_d }, garnishments: order), "garnishments").dig(0, 3)
    end
    expect([taken.call("0"), taken.call("0.125")]).to eq(%w[-94.74 -74.11])
  end

  it "earns at least the day's minimum for each day of a trip" do
    expect(lines(settle(plan: { day_minimum_cents: 200_00 }, trip: { days: 3 })).last).to eq(
      ["Daily minimum", "3 days", "200.00", "221.04"]
    )
    expect(lines(settle(plan: { day_minimum_cents: 100_00 }, trip: { days: 3 })).length).to eq(2)
  end

  describe "by the hour" do
    let(:hourly) { { basis: :hourly, rates: { hourly_rate: 12.to_d }, overtime_after_hours: 40 } }

    # 29 CFR 778.110(a), from memory: 46 hours at 12.00 are 46 x 12.00 and 6 x 6.00, together 588.00
    it "pays the regulation's example of one rate" do
      statement =
        settle(plan: hourly, trip: { worked: worked(*(0..3).map { |i| [friday - i, "driving", "11.5"] }) })
      expect([lines(statement).map(&:last), statement.gross_cents]).to eq([%w[552.00 36.00], 588_00])
    end

    # 29 CFR 778.115, the weighted average of two rates: 30 h at 12.00 and 20 h at 9.00 are 540.00, 10.80 on
    # average, and 10 h of half of it
    it "averages over activities of different rates" do
      statement =
        settle(
          plan: {
            **hourly,
            activity_rates: {
              "waiting_to_load" => 9.to_d
            }
          },
          trip: {
            worked: worked([friday, "driving", "30"], [friday, "waiting_to_load", "20"])
          }
        )
      expect(lines(statement)).to eq(
        [
          %w[Hours 30 12.00 360.00],
          ["Hours waiting to load", "20", "9.00", "180.00"],
          ["Overtime, week of 2026-11-15", "10.00", "half of 10.80", "54.00"]
        ]
      )
    end

    it "counts hours by the week they were worked in, with what an earlier statement paid of it" do
      trip = { worked: worked([Date.new(2026, 11, 14), "driving", "8"], [friday, "driving", "39"]) }
      expect(lines(settle(plan: hourly, trip:)).length).to eq(1)
      late = settle(plan: hourly, trip:, worked_before: worked([Date.new(2026, 11, 10), "driving", "38"]))
      expect(lines(late).last.values_at(0, 3)).to eq(
        [
          "Overtime, week of " \
            "2026-11-08",
          "36.00"
        ]
      ) # 46 h, of which 38 are paid
      again = settle(plan: hourly, trip:, worked_before: worked([Date.new(2026, 11, 10), "driving", "44"]))
      expect(lines(again).last.values_at(0, 3)).to eq(
        [
          "Overtime, week of " \
            "2026-11-08",
          "48.00"
        ]
      ) # 12 h over, 4 of them paid
      expect(
        lines(
          settle(
            plan: {
              **hourly,
              overtime_after_hours: nil
            },
            trip: {
              worked: worked([friday, "driving", "60"])
            }
          )
        ).length
      ).to eq(1)
    end
  end

  it "pays rent for the days on which a driver's own trailer was active" do
    unit =
      described_class::Terms::Unit.new(
        id: "F-9",
        tags: [],
        active_from: Date.new(2026, 11, 19),
        active_to: nil,
        fee_cents: 0,
        rent_daily_cents: 25_00
      )
    expect(
      lines(settle(units: [unit, unit.with(id: "F-8", active_from: Date.new(2026, 12, 1))]), "reimbursements")
    ).to eq([["Rent of F-9", "3 days", "25.00", "75.00"]])
  end
end

RSpec.describe Core::Pay::Periods do
  # [frequency, a day, the period it lies in, the one after, the day two periods later]
  [
    ["weekly", "2026-11-25", "2026-11-22 2026-11-28", "2026-11-29 2026-12-05", "2026-12-09"],
    ["biweekly", "2026-11-25", "2026-11-22 2026-12-05", "2026-12-06 2026-12-19", "2026-12-23"],
    ["semimonthly", "2027-02-20", "2027-02-16 2027-02-28", "2027-03-01 2027-03-15", "2027-03-16"],
    ["semimonthly", "2026-12-31", "2026-12-16 2026-12-31", "2027-01-01 2027-01-15", "2027-01-16"],
    ["monthly", "2028-01-31", "2028-01-01 2028-01-31", "2028-02-01 2028-02-29", "2028-03-31"]
  ].each do |frequency, day, held, following, later|
    it "follows #{held} #{frequency}" do
      day = Date.iso8601(day)
      from, to = described_class.holding(day, frequency)
      expect(
        [
          [from, to],
          described_class.beginning(to + 1, frequency),
          described_class.periods_later(day, 2, frequency)
        ].flatten.join(" ")
      ).to eq("#{held} #{following} #{later}")
    end
  end
end
