# frozen_string_literal: true

require "app_helper"

# Whether the papers are in is decided once: the phone, the load, billing, Today and pay say the same.
RSpec.describe "Papers that are in" do
  let(:cab) { api.as_driver(driver_id) }
  let(:clerk) { api(inez) }

  before { Clock.hold(now + (12 * Given::HOUR)) }

  after { Clock.hold(nil) }

  # Two partials on one trip, delivered.
  def shared_trip
    part = {
      size: "partial",
      freight: [{ what: "Pallets", pieces: 4, unit: "pallets", weight_lb: 15_000 }],
      hours: 10
    }
    first, trip_id = sent(at: now + (4 * Given::HOUR), **part)
    second = book(from: "83605", to: "97850", at: now + (5 * Given::HOUR), **part, hours: 6)
    Work::Freight::JoinTrip.call(second, { trip_id: }, by: maren, now:)
    deliver(trip_id, dwell_minutes: [20] * Store::Freight.trip_stops(trip_id).count)
    [trip_id, first, second]
  end

  def phone(trip_id)
    says = cab.call(:get, "/api/cab")
    [says[:trips], says[:done]].map { |list| list.find { |one| one[:id] == trip_id }[:papers_missing] }
  end

  def held(run_id) = Web::Pay::RunJson.of(run_id)[:held].map { |one| one[:reason] }
  def load_statuses(*ids) = DB[:loads].where(id: ids).order(:id).select_map(:status)
  def paper_for(trip_id, load_id, by: driver)
    stop_id = DB[:stops].where(load_id:).order(:id).get(:id)
    Work::Tracking::KeepPaper.call(trip_id, photo, { kind: "bol", stop_id:, key: nil }, driver: by, now:)
  end

  it "wants one for each load aboard: the phone asks on while pay still holds the trip" do
    trip_id, first, second = shared_trip
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    paper_for(trip_id, first)
    expect([phone(trip_id), held(run_id), load_statuses(first, second)]).to eq(
      [[true, true], ["papers_missing"], %w[papers_in delivered]]
    )
    paper_for(trip_id, second)
    expect([phone(trip_id), held(run_id), load_statuses(first, second)]).to eq(
      [[false, false], [], %w[papers_in papers_in]]
    )
  end

  it "asks the rule and the database the same, whatever came in for whom" do
    trip_id, first, second = shared_trip
    [[], %w[bol], %w[pod], %w[permit], %w[permit bol]].repeated_permutation(2) do |kinds|
      DB[:papers].delete
      [first, second].zip(kinds)
        .each { |load_id, list| list.each { |kind| paper_row(trip_id, load_id, kind) } }
      wanted = Core::Freight.papers_wanted(Store::Tracking::Papers.kinds([trip_id])[trip_id])
      expect(DB[:trips].where(id: trip_id).where(Store::Tracking::Papers.wanted).any?).to eq(wanted.any?),
      kinds.inspect
    end
  end

  it "is the load's, whichever of its drivers sent it" do
    load_id, trip_id = sent
    deliver(trip_id)
    other =
      DB[:trips].insert(DB[:trips].first(id: trip_id).except(:id).merge(number: "X-1", status: "cancelled"))
    paper_row(other, load_id, "bol")
    expect(phone(trip_id)).to eq([false, false])
  end

  def paper_row(trip_id, load_id, kind)
    stop_id = DB[:stops].where(load_id:).order(:id).get(:id)
    what = { content_type: "image/png", bytes: 1, sha256: "x", by: "Wade Ferris", at: now }
    DB[:papers].insert(load_id:, trip_id:, stop_id:, kind:, **what)
  end
end
