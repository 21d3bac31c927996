# frozen_string_literal: true

RSpec.describe Core::Window do
  now = Time.utc(2026, 11, 23, 14, 30)
  weights =
    Core::Tracking::Risk::Weights.new(
      silent: 0,
      finding: 0,
      tight_percent: 20,
      unsure_percent: 10,
      unsure_minutes: 15
    )
  foreseen = ->(arrive_at, soonest_at: nil, late_percent: 7) do
    described_class.foreseen(arrive_at, soonest_at:, late_percent:, weights:, now:)
  end

  it "promises as much time as the forecast may be wrong by, a tenth of what is ahead, in steps of ten minutes" do
    # Five hours ahead: half an hour later at the most, a quarter of an hour sooner.
    arrive_at = now + (5 * 3600)
    expect(foreseen.call(arrive_at)).to have_attributes(
      from: Time.utc(2026, 11, 23, 19, 10),
      to: Time.utc(2026, 11, 23, 20, 0),
      chance: 93
    )
    expect(foreseen.call(arrive_at, soonest_at: arrive_at - 3600).from).to eq(Time.utc(2026, 11, 23, 18, 10))
    expect(foreseen.call(now + 60)).to have_attributes(from: now, to: Time.utc(2026, 11, 23, 14, 50))
  end

  it "calls nothing certain, and says no chance where none is known" do
    chances = [0, 100, nil].map { |late_percent| foreseen.call(now + 3600, late_percent:).chance }
    expect(chances).to eq([99, 1, nil])
  end

  it "has a stage for every status that a load can have, and one alone" do
    statuses = Core::Freight::Statuses::NEXT.keys
    expect(described_class::STAGES.values.flatten).to match_array(statuses)
    expect(statuses.map { |status| described_class.stage(status) }.uniq).to match_array(
      described_class::STAGES.keys
    )
  end

  it "calls delivered to a customer what of his own is, whatever else is on the truck" do
    stages = %w[rolling open cancelled].map { |status| described_class.stage(status, done: true) }
    expect(stages).to eq(%w[delivered booked cancelled])
  end

  it "says where a truck is as coarsely as the company wants" do
    spot = { latitude: 43.60, longitude: -116.30 }
    boise = { town: "Boise", state: "ID", latitude: 43.61, longitude: -116.20 }
    towns = [{ town: "Nampa", state: "ID", latitude: 43.58, longitude: -116.56 }, boise]
    place = ->(position, found = towns) { described_class.place(spot, position, found) }
    expect(place.call("exact")).to eq({ **spot, near: "Boise, ID" })
    expect(place.call("town")).to eq({ latitude: 43.61, longitude: -116.20, near: "Boise, ID" })
    expect([place.call("none"), place.call("town", []), place.call("exact", [])]).to eq(
      [nil, nil, { **spot, near: nil }]
    )
  end
end
