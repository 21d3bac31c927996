# frozen_string_literal: true

require_relative "../../../config/fit_rules"

RSpec.describe Core::Fit do
  # freight that takes so much of the deck, across
  deck = ->(length_in) do
    Core::Freight::Deck::Piece.new(
      key: 1,
      load: 1,
      what: "Steel",
      count: 1,
      length_in:,
      width_in: nil,
      height_in: nil,
      stackable: false
    )
  end
  leg = ->(weight_lb, to: "Boise, ID", length_in: nil) do
    pieces = length_in ? [deck.call(length_in)] : []
    described_class::Leg.new(from: "Nampa, ID", to:, weight_lb:, volume_cuft: nil, pieces:)
  end
  day = ->(number) { Date.new(2026, 11, number) }
  paper = ->(kind, expires_on) { described_class::Paper.new(kind:, expires_on:) }
  let(:person) do
    described_class::Person.new(
      name: "Wade Ferris",
      licence_class: "A",
      hazmat: false,
      home_by: nil,
      forbidden_states: [],
      days_off: [],
      papers: [paper.call("licence", day.call(30)), paper.call("medical_card", day.call(30))]
    )
  end
  let(:tractor) { unit("T-1", "tractor", miles_per_gallon: BigDecimal("6.5"), tare_lb: 18_000) }
  let(:trailer) do
    unit(
      "V-1",
      "trailer",
      trailer_kind: "dry_van",
      capacity_lb: 45_000,
      capacity_cuft: 3_800,
      inner_length_in: 630,
      tare_lb: 15_000
    )
  end
  let(:freight) do
    described_class::Load.new(
      trailer_kind: "dry_van",
      weight_lb: 44_000,
      volume_cuft: nil,
      pieces: [],
      width_in: nil,
      height_in: nil,
      hazmat: false,
      reefer: false,
      team_needed: false,
      timed: true,
      days: [day.call(23), day.call(25)],
      states: %w[ID OR],
      revenue: 185_000,
      tarps: false,
      divisible: true,
      legs: []
    )
  end
  let(:hours) do
    described_class::Hours.new(
      verdict: "fits",
      slack: 120,
      late: 0,
      at_least: false,
      stale: nil,
      sentence: nil
    )
  end
  let(:run) do
    described_class::Run.new(
      taken: nil,
      hours:,
      home_on: day.call(26),
      deadhead_tenths: 1_000,
      loaded_tenths: 3_000,
      minutes: 1_440,
      tolls: 1_250,
      pay: 24_000
    )
  end
  let(:carrier) do
    described_class::Company.new(
      fuel_price: BigDecimal("3.90"),
      cost_per_mile: BigDecimal("0.35"),
      cost_per_day: BigDecimal("180"),
      margin_minutes: 60,
      effects: {
      }
    )
  end

  # papers by the day of November to which they are good
  def self.dated(days) =
    days.map { |kind, day| described_class::Paper.new(kind:, expires_on: Date.new(2026, 11, day)) }

  def unit(number, kind, **more)
    described_class::Unit.new(
      number:,
      kind:,
      trailer_kind: nil,
      capacity_lb: nil,
      capacity_cuft: nil,
      inner_length_in: nil,
      tare_lb: nil,
      miles_per_gallon: nil,
      service_due_on: nil,
      service_left_miles: nil,
      active: [nil, nil],
      papers: self.class.dated("registration" => 30, "annual_inspection" => 30),
      stands: true,
      registered_lb: nil,
      tarps: nil,
      **more
    )
  end

  def judge(driver: {}, pull: {}, pull_by: {}, goods: {}, drive: {}, clock: {}, firm: {}, **crew)
    made =
      described_class::Crew.new(
        drivers: [person.with(**driver)],
        tractor: tractor.with(**pull_by),
        trailer: trailer.with(**pull)
      ).with(**crew)
    described_class.judge(
      made,
      freight.with(**goods),
      run.with(hours: hours.with(**clock), **drive),
      carrier.with(**firm),
      rules: FitRules.all,
      figures: FitRules.figures
    )
  end

  def codes(...) = judge(...).then { |judgement| [judgement.verdict, judgement.reasons.map(&:code)] }

  it "fits where nothing stands against it, and says what it earns to the cent" do
    judgement = judge
    expect([judgement.verdict, judgement.reasons]).to eq(["fits", []])
    # 400 miles at 6.5 a gallon of $3.90 are $240; 400 at 35 cents and a day at $180 are $320
    expect(judgement.money.to_h).to include(
      fuel: 24_000,
      other: 32_000,
      tolls: 1_250,
      pay: 24_000,
      profit: 103_750,
      per_mile: 259,
      per_day: 103_750
    )
  end

  {
    "49 CFR 383.23: a licence that ends before the trip does" => [
      { driver: { papers: dated("licence" => 24, "medical_card" => 25) } },
      "blocked",
      %w[licence_expired]
    ],
    "a licence that ends on its last day" => [
      { driver: { papers: dated("licence" => 25, "medical_card" => 25) } },
      "fits",
      []
    ],
    "49 CFR 391.45: a medical card" => [
      { driver: { papers: dated("licence" => 25, "medical_card" => 1) } },
      "blocked",
      %w[medical_expired]
    ],
    "49 CFR 383.93: hazmat without the endorsement" => [
      { goods: { hazmat: true } },
      "blocked",
      %w[hazmat_endorsement]
    ],
    "49 CFR 396.17: the annual inspection" => [
      { pull: { papers: dated("registration" => 25, "annual_inspection" => 24) } },
      "blocked",
      %w[inspection_expired]
    ],
    "49 CFR 391.11(b)(5), 391.51(b)(7): neither licence nor medical card on file" => [
      { driver: { papers: [paper.call("licence", nil)] } },
      "blocked",
      %w[licence_missing medical_missing]
    ],
    "49 CFR 396.17(c): a trailer that nobody knows to be inspected or registered" => [
      { pull: { papers: [] } },
      "blocked",
      %w[registration_missing inspection_missing]
    ],
    "papers that the company only warns of" => [
      {
        pull: {
          papers: dated("registration" => 25)
        },
        firm: {
          effects: {
            "inspection_missing" => "warn"
          }
        }
      },
      "tight",
      %w[inspection_missing]
    ],
    "a load that needs a team" => [{ goods: { team_needed: true } }, "blocked", %w[team_needed]],
    "a state that the driver does not go to" => [
      { driver: { forbidden_states: %w[OR CA] } },
      "blocked",
      %w[forbidden_place]
    ],
    "a day off within the trip" => [
      { driver: { days_off: [[Date.new(2026, 11, 25), Date.new(2026, 11, 27), "wedding"]] } },
      "blocked",
      %w[day_off]
    ],
    "a day off after it" => [
      { driver: { days_off: [[Date.new(2026, 11, 26), Date.new(2026, 11, 27), ""]] } },
      "fits",
      []
    ],
    "home too late" => [{ driver: { home_by: Date.new(2026, 11, 25) } }, "tight", %w[home_missed]],
    "frozen goods on a dry van" => [{ goods: { reefer: true } }, "blocked", %w[trailer_kind]],
    "dry goods on a reefer" => [{ pull: { trailer_kind: "reefer" } }, "fits", []],
    "a flatbed load on a step deck" => [
      { goods: { trailer_kind: "flatbed" }, pull: { trailer_kind: "step_deck" } },
      "fits",
      []
    ],
    "freight that is too long" => [{ goods: { pieces: [deck.call(640)] } }, "blocked", %w[trailer_length]],
    "too heavy on one leg with what is aboard already" => [
      { goods: { legs: [leg.call(44_000), leg.call(46_000, to: "Ogden, UT")] } },
      "blocked",
      %w[trailer_weight overweight]
    ],
    "legs that each have room, though together they would not" => [
      { goods: { legs: [leg.call(44_000), leg.call(44_000, length_in: 630)] } },
      "fits",
      []
    ],
    "freight that lies beside each other" => [
      { goods: { pieces: [deck.call(400).with(width_in: 48), deck.call(500).with(width_in: 48, key: 2)] } },
      "fits",
      []
    ],
    "a deck that is full on one leg" => [
      { goods: { legs: [leg.call(20_000, length_in: 640)] } },
      "blocked",
      %w[trailer_length]
    ],
    "a load to be tarped without tarps" => [
      { goods: { tarps: true }, pull: { tarps: false }, tractor: nil },
      "blocked",
      %w[no_tractor no_tarps]
    ],
    "a load to be tarped with tarps on the trailer" => [
      { goods: { tarps: true }, pull: { tarps: true } },
      "fits",
      []
    ],
    "too large" => [{ goods: { volume_cuft: 3_801 } }, "blocked", %w[trailer_volume]],
    "no trailer of the kind" => [{ trailer: nil }, "blocked", %w[no_trailer]],
    "a unit not in service yet" => [
      { pull: { active: [Date.new(2026, 11, 24), nil] } },
      "blocked",
      %w[unit_not_active]
    ],
    "service due by miles on the way" => [{ pull: { service_left_miles: 300 } }, "tight", %w[service_due]],
    "service not due by miles yet" => [{ pull: { service_left_miles: 400 } }, "fits", []],
    "service due on the way" => [
      { pull: { service_due_on: Date.new(2026, 11, 25) } },
      "tight",
      %w[service_due]
    ],
    "a trailer nobody can place" => [{ pull: { stands: false } }, "tight", %w[trailer_unplaced]],
    "23 U.S.C. 127: wider than 102 inches" => [{ goods: { width_in: 103 } }, "tight", %w[permit_needed]],
    # 18,000 and 15,000 weighed, 1,400 of fuel and a driver of 250
    "23 U.S.C. 127: 80,000 pounds" => [
      { goods: { weight_lb: 45_350, trailer_kind: nil }, pull: { capacity_lb: 50_000 } },
      "fits",
      []
    ],
    "23 U.S.C. 127: a pound more, of what cannot be divided" => [
      { goods: { weight_lb: 45_351, trailer_kind: nil, divisible: false }, pull: { capacity_lb: 50_000 } },
      "tight",
      %w[permit_needed]
    ],
    "23 CFR 658.17: a pound more, of what can be divided" => [
      { goods: { weight_lb: 45_351, trailer_kind: nil }, pull: { capacity_lb: 50_000 } },
      "blocked",
      %w[overweight]
    ],
    "one piece that is too heavy beside another load" => [
      {
        goods: {
          trailer_kind: nil,
          divisible: false,
          legs: [leg.call(44_000), leg.call(45_351)]
        },
        pull: {
          capacity_lb: 50_000
        }
      },
      "blocked",
      %w[overweight]
    ],
    "as heavy as the tractor is registered for" => [{ pull_by: { registered_lb: 78_650 } }, "fits", []],
    "a pound heavier than that" => [{ pull_by: { registered_lb: 78_649 } }, "blocked", %w[over_registered]],
    "less slack than the company's margin" => [{ clock: { slack: 59 } }, "tight", []],
    "late by hours" => [{ clock: { verdict: "late", late: 40, slack: nil } }, "late", %w[hours_late]],
    "no legal way" => [{ clock: { verdict: "impossible", slack: nil } }, "blocked", %w[hours_impossible]],
    "hours nobody knows" => [{ clock: { verdict: nil, slack: nil } }, "tight", %w[hours_unknown]],
    "stale hours" => [{ clock: { stale: 185 } }, "tight", %w[hours_stale]],
    "no appointments" => [{ goods: { timed: false } }, "tight", %w[no_times]],
    "on another trip" => [{ drive: { taken: "L1001 (Boise, ID → Fargo, ND)" } }, "blocked", %w[crew_taken]],
    "a run that loses money" => [{ goods: { revenue: 80_000 } }, "tight", %w[loses_money]],
    "what the company lets only warn" => [
      { clock: { verdict: "impossible", slack: nil }, firm: { effects: { "hours_impossible" => "warn" } } },
      "tight",
      %w[hours_impossible]
    ],
    "what the company turns off" => [
      { pull: { service_due_on: Date.new(2026, 11, 25) }, firm: { effects: { "service_due" => "off" } } },
      "fits",
      []
    ],
    "what the company blocks" => [
      { clock: { verdict: "late", late: 40, slack: nil }, firm: { effects: { "hours_late" => "block" } } },
      "blocked",
      %w[hours_late]
    ]
  }.each do |what, (change, verdict, reasons)|
    it("judges #{what}") { expect(codes(**change)).to eq([verdict, reasons]) }
  end

  it "names figures and rule, to be read out" do
    legs = [
      described_class::Leg.new(
        from: "Nampa, ID",
        to: "Ogden, UT",
        weight_lb: 46_000,
        volume_cuft: nil,
        pieces: []
      )
    ]
    expect(judge(goods: { legs: }).reasons.map(&:text)).to eq(
      [
        "46,000 lb, and V-1 takes 45,000 lb, with what is aboard from Nampa, ID to Ogden, UT.",
        "650 lb over 80,000 lb, and the freight can be divided: 80,650 lb gross: tractor 18,000 lb, trailer " \
          "15,000 lb, freight 46,000 lb, driver and fuel 1,650 lb."
      ]
    )
    expect(judge(driver: { papers: [paper.call("licence", day.call(24))] }).reasons.first.to_h).to include(
      text: "Wade Ferris: licence expires Tue 11/24, before the trip ends Wed 11/25.",
      source: "49 CFR 383.23"
    )
  end

  # 49 CFR 565.15(c): its own sample, and two widely printed ones; from memory, each worked by hand
  describe ".vin_trouble" do
    %w[1G4AH59H45G118341 1M8GDM9AXKP042788 11111111111111111].each do |vin|
      it("takes #{vin}") { expect(described_class.vin_trouble(vin)).to be_nil }
    end
    {
      "1G4AH59H55G118341" => "position 9 should be 4",
      "1M8GDM9A1KP042788" => "position 9 should be X",
      "1M8GDM9AXKPO42788" => "has no O",
      "1M8GDM9AXKP04278" => "this one has 16"
    }.each do |vin, what|
      it("finds what is wrong with #{vin}") { expect(described_class.vin_trouble(vin)).to include(what) }
    end
  end
end
