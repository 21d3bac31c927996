# frozen_string_literal: true

require_relative "../../../config/road_data"

RSpec.describe Core::Roads::Points do
  let(:network) { RoadData.network(landmarks: 0) }

  def names(text) = described_class.find(network, text).map(&:name)
  def spot(text) =
    described_class.find(network, text).first&.point&.then { |point| [point.latitude, point.longitude] }

  it "are where a road crosses a state line, by road and states in any order" do
    expect(names("I-84 ID OR")).to eq(["ID/OR line on I-84"])
    expect(names("or id i-84 line")).to eq(["ID/OR line on I-84"])
    # The line runs along the Snake River at Ontario: 43.9 to 44.1 N, 116.9 to 117.1 W (any map).
    expect(spot("I-84 ID OR")).to match([be_within(0.2).of(44.0), be_within(0.2).of(-117.0)])
    expect(names("I-84")).to include("ID/UT line on I-84").and(
      all(satisfy { |name| !name.include?("I-840") })
    )
  end

  it "are bridges, tunnels and passes that bound what passes, with what they bound" do
    found = described_class.find(network, "eisenhower")
    expect(found.map { |one| [one.name, one.detail] }).to include(
      ["Eisenhower Tunnel on I-70, CO", a_string_including("13 ft 11 in")]
    )
    expect(names("snoqualmie pass").join).to include("Snoqualmie")
  end

  # As typed, and the spot.
  {
    "43.6150, -116.2023" => [43.615, -116.2023],
    "43.6150 -116.2023" => [43.615, -116.2023],
    "43.615, 116.2023" => [43.615, -116.2023],
    "43.615° N, 116.2023° W" => [43.615, -116.2023],
    "43.615 n 116.2023 w" => [43.615, -116.2023],
    "91, -116" => nil,
    "43.6" => nil
  }.each do |typed, at|
    it("reads #{typed.inspect} as #{at ? at.join(", ") : "no spot"}") { expect(spot(typed)).to eq(at) }
  end

  it("are none for what nobody names so") { expect(names("zzyqx")).to eq([]) }
end
