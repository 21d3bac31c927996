# frozen_string_literal: true

require_relative "../../../config/hours_rules"

RSpec.describe Core::Match::CrewHours do
  rules = HoursRules.named("us_property_70_8")
  zone = TZInfo::Timezone.get("America/Boise")
  # Monday 16 November 2026, 06:00 in Boise, in minutes.
  six = zone.local_time(2026, 11, 16, 6).to_i / 60

  # Rested since Friday.
  question =
    Core::Hours::Question.new(
      rules: "us_property_70_8",
      days: Core::Hours::Days.new(zone, 0, 0),
      as_of: six,
      status: "off_duty",
      stretches: [Core::Hours::Stretch.new(status: "off_duty", from: six - (72 * 60), to: six)],
      exceptions: []
    )

  def trip(*stops)
    rows =
      stops.map do |drive_minutes, service_minutes, opens, closes|
        Core::Hours::TripStop.new(
          name: "A",
          drive_minutes:,
          service_minutes:,
          opens:,
          closes:,
          drive_windows: nil
        )
      end
    Core::Hours::Trip.new(stops: rows, split_rest: false, waiting_status: "off_duty")
  end

  define_method(:answer) do |trip, questions: [question], glance: true|
    described_class.of(questions, trip, rules:, glance: glance ? Core::Hours.glance(question, rules:) : nil)
  end

  it "fits with the time to spare that is left on arriving, by a glance as by a plan" do
    easy = trip([120, 60, nil, six + 150])
    expect(
      [answer(easy), answer(easy, glance: false)].map do |one|
        [one.verdict, one.slack_minutes, one.ends - six]
      end
    ).to(eq([["fits", 30, 180], ["fits", 30, 180]]))
  end

  it "fits to the minute, and is late by one after it" do
    found = [120, 119].map { |closes| answer(trip([120, 60, nil, six + closes])) }
    expect(found.map { |one| [one.verdict, one.late_minutes] }).to eq([["fits", 0], ["late", 1]])
  end

  it "counts the rests that the way asks for" do
    # Twelve hours of driving: eleven, ten of rest, one; the break of half an hour falls into them. 49 CFR 395.3(a).
    long = answer(trip([720, 0, nil, six + (24 * 60)]))
    expect([long.verdict, long.ends - six]).to eq(["fits", 720 + 30 + 600])
  end

  it "knows a team late that would be late without a rest, and asks nothing more" do
    late = answer(trip([600, 0, nil, six + 500]), questions: [question, question])
    expect([late.verdict, late.late_minutes, late.certain, late.ends - six]).to eq(["late", 100, false, 600])
  end

  it "plans a team that may make it" do
    fits = answer(trip([1200, 0, nil, six + 1300]), questions: [question, question])
    expect([fits.verdict, fits.certain]).to eq(["fits", true])
  end

  it "has no time to spare to tell where nothing closes" do
    expect(answer(trip([60, 0, nil, nil])).slack_minutes).to be_nil
  end
end
