# frozen_string_literal: true

require "app_helper"

# Match, the load's page, "pick a crew", Today and the trip's own figures rest on one judgement.
RSpec.describe "One judgement of a crew and a load" do
  include Given

  # Wade, rested, takes a load to Pendleton until the evening.
  before do
    Work::Match::Crews.forget
    Work::Hours::WriteDuty.call(
      driver_id,
      { key: "known him", from: now - (10 * 24 * Given::HOUR), status: "off_duty", why: "Paper record" },
      by: maren,
      now:
    )
    DB[:drivers].where(id: driver_id).update(duty_heard_at: now)
    sent(crew, at: now + Given::HOUR, hours: 8)
  end

  # Back in Boise three hours after that.
  let(:second) { book(from: "83702", to: "83301", at: now + (10 * Given::HOUR), hours: 16) }

  def board
    Work::Match::Crews.forget
    Web::Match::Board.new(now)
  end

  def ranked(load_id) = board.for_load(load_id)[:rows].find { |row| row[:crew][:name] == "Wade Ferris" }
  def compared(load_id) = board.compare(load_id, [[driver_id, nil]]).first
  def chosen(load_id, **more) = board.for_choice(load_id, { **crew, **more })

  def plan(load_id, options, now) = Web::Hours::PlanJson.of(load_id, options, now:)

  def page(load_id, **options)
    Work::Match::Crews.forget
    plan(load_id, options, now)
  end

  def give(load_id, crew = self.crew) = Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
  def trip_of(load_id) = Store::Freight.live_trip(load_id)
  def today = Work::Match::LateTrips.at(now).map { |late| [late.subject_id, late.late_minutes] }

  it "counts what the crew does before: where it then is, and its hours then" do
    late_minutes = compared(second)[:late_minutes]

    expect(late_minutes).to be > 120
    expect(ranked(second)[:late_minutes]).to be_between(1, late_minutes)
    expect(chosen(second)).to include(late_minutes:, verdict: "late")
    expect(page(second, driver_id:)).to include(late_minutes:, verdict: "late")
    give(second)
    Work::Match::Crews.forget
    expect([page(second)[:late_minutes], today]).to eq([late_minutes, [[second, late_minutes]]])
  end

  it "has the same time to spare on every page, counted from being there, and one margin under which it is tight" do
    third = book(from: "97801", to: "83702", at: now + (22 * Given::HOUR), hours: 12)
    spare = compared(third)[:slack_minutes]

    expect(spare).to be > 120
    expect(chosen(third)[:slack_minutes]).to eq(spare)
    expect(page(third, driver_id:)).to include(slack_minutes: spare, verdict: "fits")
    expect(page(third, driver_id:)[:reasons].map { |one| one[:text] }.join).to include(
      "with #{Core::Spoken.minutes(spare)} to spare"
    )
    Work::Match::ChangeRules.call(
      { version: 1, settings: { margin_minutes: spare + 1 } },
      by: account("administrator"),
      now:
    )
    expect([ranked(third), chosen(third), page(third, driver_id:)].map { |one| one[:verdict] }).to eq(
      %w[tight tight tight]
    )
  end

  it "makes the same empty miles of Match, the trip and pay, by way of a trailer that stands elsewhere" do
    nampa = Work::Company::AddTerminal.call({ name: "Nampa", zip: "83651" }, by: maren, now:)
    third = book(from: "97801", to: "83702", at: now + (26 * Given::HOUR), hours: 12)
    unit_id("V-202", terminal_id: nampa)
    with_his_own, fetching = chosen(third), chosen(third, trailer_id: unit_id("V-202"))

    expect(with_his_own[:deadhead_miles].to_d).to be < 5
    expect(fetching[:deadhead_miles].to_d).to be > 350
    expect([with_his_own, fetching].map { |fit| fit[:fetched_at] }).to eq([nil, "Nampa, ID"])
    give(third, crew(trailer: "V-202"))
    expect(trip_of(third)).to include(
      empty_miles: fetching[:deadhead_miles].to_d,
      empty_minutes: fetching[:deadhead_minutes],
      empty_from: "Pendleton, OR"
    )
    expect(Store::Freight.trip_stops(trip_of(third)[:id]).first[:via].map { |via| via["name"] }).to eq(
      ["Nampa, ID"]
    )
  end

  it "follows when what was before is no more, and when a person puts right where the driver became empty" do
    give(second)
    expect(trip_of(second)[:empty_from]).to eq("Pendleton, OR")
    Work::Freight::PutRightEmpty.call(
      trip_of(second)[:id],
      { key: "right", where: "Baker City, OR" },
      by: maren,
      now:
    )

    expect(trip_of(second)).to include(empty_from: "Baker City, OR", empty_miles: a_value < 150)
    expect(compared(second)[:deadhead_miles].to_d).to eq(trip_of(second)[:empty_miles])
    first = Store::Freight::Loads.exclude(id: second).get(:id)
    Work::Freight::UncrewLoad.call(first, { key: "off", why: "Truck broke down" }, by: maren, now:)
    expect(trip_of(second)).to include(empty_from: "Baker City, OR")
    expect do
      Work::Freight::PutRightEmpty.call(trip_of(second)[:id], { key: "x", where: "Nowhere" }, by: maren, now:)
    end.to refuse("unknown_place", "/where")
  end

  it "has the new empty way when the load before is taken off" do
    give(second)
    Work::Freight::UncrewLoad.call(
      Store::Freight::Loads.exclude(id: second).get(:id),
      { key: "off", why: "Truck broke down" },
      by: maren,
      now:
    )
    expect(trip_of(second)).to include(empty_from: "Boise, ID", empty_miles: a_value < 12)
  end

  it "foresees a trip that comes after another from where that one ends, late by what the time says" do
    give(second)
    Work::Freight::SendLoad.call(second, {}, by: maren, now:)
    check_in(trip_of(second)[:id], "accepted")
    Work::Tracking::Foresee.call(trip_of(second)[:id], now:)
    pickup, = Store::Tracking::Forecasts.where(trip_id: trip_of(second)[:id]).order(:stop_id).all

    expect(pickup[:late_minutes]).to eq(page(second)[:stops].first[:late_minutes])
    due_at = Store::Freight::Stops.row(pickup[:stop_id])[:to_at]
    expect((pickup[:arrive_at] - due_at) / 60).to eq(pickup[:late_minutes])
  end

  it "foresees the arrivals that the load's page plans" do
    first = Store::Freight::Loads.get(:id)
    check_in(trip_of(first)[:id], "accepted")
    Work::Tracking::Foresee.call(trip_of(first)[:id], now:)

    expect(
      Store::Tracking::Forecasts.where(trip_id: trip_of(first)[:id]).order(:stop_id).map(:arrive_at)
    ).to eq(plan(first, {}, now)[:stops].map { |stop| Time.iso8601(stop[:arrive_at]) })
  end

  it "says of who is at a stop when he came, not that he comes now" do
    first = Store::Freight::Loads.get(:id)
    trip_id = trip_of(first)[:id]
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    check_in(trip_id, "arrived", at: now + Given::HOUR)
    shown = plan(first, {}, now + (2 * Given::HOUR))[:stops].first

    expect(shown.values_at(:arrive_at, :start_at).map { |at| Time.iso8601(at) }).to eq(
      [now + Given::HOUR] * 2
    )
  end

  it "gives no advice that lies in the past" do
    soon = book(from: "97801", to: "83702", at: now + Given::HOUR, hours: 5)
    other = driver_id("Ada Pruitt", number: "1009", phone: "208-555-0160")
    plan = page(soon, driver_id: other)

    expect(plan[:verdict]).to eq("unknown").or eq("late")
    expect(plan[:reasons].map { |one| one[:code] }).not_to include("start_earlier")
  end
end
