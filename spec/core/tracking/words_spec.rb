# frozen_string_literal: true

RSpec.describe Core::Tracking::Words do
  # Common practice: what drivers text
  {
    "arrived" => "arrived",
    "ARIVED " => "arrived",
    "here" => "arrived",
    "arrived at the shipper" => "arrived",
    "Llegué" => "arrived",
    "llegue ya" => "arrived",
    "Loaded." => "loaded",
    "laoded" => "loaded",
    "load" => "loaded",
    "cargado" => "loaded",
    "ok" => "accepted",
    "sí" => "accepted",
    "lef" => "left",
    "help" => "help",
    "where do i park?" => "question",
    "loaded wrong freight" => nil,
    "not loaded yet" => nil,
    "arrived 3 hours late" => nil,
    "asdf" => "name",
    "" => nil
  }.each do |typed, kind|
    it("reads #{typed.inspect} as #{kind || "nothing of ours"}") do
      expect(described_class.read(typed).kind).to eq(kind)
    end
  end

  {
    "delivered signed by R. Dock" => "R. Dock",
    "deliverd  Ana" => "Ana",
    "DELIVERED: r dock" => "r dock",
    "entregado firmó Juan Pérez" => "Juan Pérez",
    "delivered" => nil
  }.each do |typed, signer|
    it("knows who signed in #{typed.inspect}") do
      expect(described_class.read(typed).to_h).to include(kind: "delivered", signer:)
    end
  end

  it "keeps a question as it was asked" do
    expect(
      ["question: lumper fee", "q gate code", "which door?"].map { |typed| described_class.read(typed).text }
    ).to eq(["lumper fee", "gate code", "which door?"])
    expect(described_class.read("español").to_h).to include(kind: "language", language: "es")
  end
end

RSpec.describe Core::Tracking::Asking do
  let(:boise) { TZInfo::Timezone.get("America/Boise") }
  let(:plan) do
    described_class::Plan.new(
      every_minutes: 360,
      from: Time.utc(2026, 11, 23, 15),
      to: Time.utc(2026, 11, 25, 15),
      quiet_from: 21 * 60,
      quiet_to: 6 * 60
    )
  end

  def at(month, day, hour, minute = 0) =
    boise.local_to_utc(Time.utc(2026, month, day, hour, minute), true, &:first)
  def next_after(last_at, **changes) = described_class.new(plan.with(**changes), boise).next_after(last_at)

  it "asks every so many hours, held back at night where the driver is, until the last delivery" do
    expect(next_after(nil)).to eq(at(11, 23, 8))
    expect(next_after(at(11, 23, 8))).to eq(at(11, 23, 14))
    expect(next_after(at(11, 23, 16))).to eq(at(11, 24, 6)) # 22:00 is quiet
    expect(next_after(at(11, 24, 21, 30))).to eq(at(11, 25, 6))
    expect(next_after(at(11, 25, 3))).to be_nil
    expect(next_after(at(11, 23, 16), quiet_from: 0, quiet_to: 0)).to eq(at(11, 23, 22))
  end

  it "knows the nights on which the clocks change" do
    open = { from: at(1, 1, 0), to: nil }
    expect(next_after(at(10, 31, 16), **open)).to eq(at(11, 1, 6)) # an hour longer
    expect(next_after(at(3, 7, 20), **open, quiet_from: 22 * 60, quiet_to: 150)).to eq(
      Time.utc(2026, 3, 8, 9)
    ) # 2:30 does not exist: 3:00 MDT
    expect(next_after(at(10, 31, 19), **open, quiet_from: 22 * 60, quiet_to: 90)).to eq(
      Time.utc(2026, 11, 1, 7, 30)
    ) # 1:30 comes twice: the first
  end
end

RSpec.describe Core::Tracking::Geofence do
  let(:fence) { described_class::Fence.new(stop_id: 7, latitude: 43.6, longitude: -116.2, radius_m: 400) }
  let(:start) { Time.utc(2026, 11, 23, 15) }

  # metres north of the gate, minute by minute
  def crossings(*metres, every: 1, accuracy_m: 15)
    pings =
      metres.each_with_index.map do |north, i|
        described_class::Ping.new(
          at: start + (i * every * 60),
          latitude: 43.6 + (north / 111_195.0),
          longitude: -116.2,
          accuracy_m:
        )
      end
    described_class
      .new(fence, 5)
      .crossings(pings.shuffle(random: Random.new(1)))
      .map { |found| [found.kind, ((found.at - start) / 60).to_i] }
  end

  it "sees a truck come, stay and go, from when it began" do
    expect(crossings(9000, 3000, *[50] * 10, 3000, *[9000] * 7)).to eq([["arrived", 2], ["left", 12]])
  end

  it "does not take passing by for an arrival, nor a tremor at the edge for a departure" do
    expect(crossings(3000, 300, 300, 300, 3000, 9000)).to eq([])
    expect(crossings(*[100] * 7, *[390, 430, 550, 395, 590] * 6)).to eq([["arrived", 0]])
    expect(crossings(*[50] * 10, accuracy_m: 900)).to eq([])
  end
end

RSpec.describe Core::Tracking::Facts do
  def pounds(amount, unit = "lb") = described_class::Quantity.new(amount: amount.to_d, unit:)

  it "holds an odometer against the one before and the routed miles" do
    expect(described_class.odometer(120_000, 119_990, 10)).to eq(
      [
        [
          "odometer_backwards",
          "The odometer says 119990, and said 120000 before.",
          { now: 119_990, before: 120_000 }
        ]
      ]
    )
    expect(described_class.odometer(120_000, 120_620, 600)).to eq([])
    expect(described_class.odometer(120_000, 120_700, 600)).to eq(
      [
        [
          "odometer_far",
          "By the odometer 700 miles were driven, by the route 600.",
          { driven: 700, routed: 600 }
        ]
      ]
    )
    expect(described_class.odometer(nil, 5, 600)).to eq([])
  end

  # NIST Handbook 44, appendix C: a metric ton is 2,204.6226 lb, a short ton 2,000 lb
  it "finds what is short, in the unit it was loaded in" do
    expect(described_class.shortage(pounds("44000"), pounds("21.5", "ton"))).to eq(pounds("1000"))
    expect(described_class.shortage(pounds("20", "metric_ton"), pounds("44000"))&.amount).to eq("0.042".to_d)
    expect(described_class.shortage(pounds("20"), pounds("20"))).to be_nil
    expect(described_class.shortage(pounds("22", "pallet"), pounds("44000"))).to be_nil
  end
end
