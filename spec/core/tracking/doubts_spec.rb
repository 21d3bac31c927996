# frozen_string_literal: true

RSpec.describe Core::Tracking::Doubts do
  let(:noon) { Time.utc(2026, 11, 24, 12) }
  let(:missoula) { Core::Roads::Point.new(latitude: 46.87, longitude: -113.99) }

  def visit(name, from: nil, to: from, miles: 0, **more) =
    described_class::Visit.new(
      stop_id: name.hash,
      name:,
      miles:,
      from_at: from && (noon + (from * 60)),
      to_at: to && (noon + (to * 60)),
      spots: [],
      at: nil,
      sure: false,
      **more
    )
  def codes(*visits) = Core::Tracking.doubts(visits).map(&:code)

  it "doubts 433 miles in two seconds, and says what it goes by" do
    found = Core::Tracking.doubts([visit("Missoula", from: 0), visit("Pendleton", from: 0, miles: 433)])
    expect(found.map(&:text)).to eq(["Pendleton is 433 miles from Missoula, told 0 min after it."])
    expect(found.first.parts).to include(place: "Pendleton", before: "Missoula", miles: 433, minutes: 0)
  end

  # 85 miles take 60 minutes at 85 mph.
  it "believes what can just be driven, and nothing faster" do
    expect(codes(visit("A", from: 0), visit("B", from: 60, miles: 85))).to be_empty
    expect(codes(visit("A", from: 0), visit("B", from: 59, miles: 85))).to eq(["too_fast"])
    expect(codes(visit("A", from: 0, to: 30), visit("B", from: 60, miles: 85))).to eq(["too_fast"])
  end

  it "says nothing of stops beside each other, and adds up the miles past a stop of which nobody told" do
    expect(codes(visit("Dock 1", from: 0), visit("Dock 2", from: 0, miles: 5))).to be_empty
    expect(codes(visit("A", from: 0), visit("B", miles: 50), visit("C", from: 60, miles: 50))).to eq(
      ["too_fast"]
    )
  end

  it "doubts what the phone told far from the stop, by the nearest of its positions" do
    at = missoula
    # a degree of latitude is 69 miles
    near, far =
      [0.4, 0.5].map { |by| Core::Roads::Point.new(latitude: at.latitude + by, longitude: at.longitude) }
    expect(codes(visit("A", from: 0, at:, spots: [far, near]))).to be_empty
    expect(codes(visit("A", from: 0, at:, spots: [far]))).to eq(["far_away"])
    expect(codes(visit("A", from: 0, at: nil, spots: [far]))).to be_empty
  end

  it "keeps that the driver was asked and says so" do
    found = Core::Tracking.doubts([visit("A", from: 0), visit("B", from: 1, miles: 99, sure: true)]).first
    expect([found.text, found.parts[:sure]]).to match(
      [a_string_ending_with("The driver says that it is so."), true]
    )
  end
end
