# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Match::Trailers do
  # Boise and places along a meridian: a degree of latitude is 69.1 miles.
  def point(latitude) = Core::Roads::Point.new(latitude:, longitude: -116.2)

  def trailer(id, kind: "flatbed", at: 43.6, held: [], hooked: false, leaves: []) =
    described_class::Trailer.new(
      id:,
      kind:,
      place: at && point(at),
      held:,
      leaves: leaves.map { |time, latitude| [time, point(latitude)] },
      hooked:
    )

  day = ->(number) { Time.utc(2026, 11, number) }

  let(:wanted) do
    described_class::Wanted.new(
      kind: "flatbed",
      reefer: false,
      pickup: point(43.6),
      from: day.call(16),
      to: day.call(18)
    )
  end

  def choose(own, others, at: 43.6, wanted: self.wanted)
    found = described_class.choose(own, described_class.pools(others, wanted), wanted, point(at))
    found.is_a?(described_class::Pool) ? found.trailers.map(&:id) : found&.id
  end

  it "keeps the crew's own where it does, however near another stands" do
    expect(choose(trailer(1, at: 47.0), [trailer(2)])).to eq(1)
  end

  it "takes another where the own is of another kind, or held in the days of the load" do
    expect(choose(trailer(1, kind: "reefer"), [trailer(2)])).to eq([2])
    expect(choose(trailer(1, held: [[day.call(17), day.call(19)]]), [trailer(2)])).to eq([2])
  end

  it "is free up to the minute it is wanted, and from the minute it is done with" do
    ends_then = trailer(1, held: [[day.call(15), day.call(16)], [day.call(18), day.call(20)]])
    expect(choose(ends_then, [])).to eq(1)
    expect(choose(trailer(1, held: [[day.call(15), day.call(16) + 1]]), [])).to be_nil
  end

  it "takes any day's where the load has no times" do
    untimed = wanted.with(from: nil, to: nil)
    expect(choose(trailer(1, held: [[day.call(1), day.call(30)]]), [], wanted: untimed)).to eq(1)
  end

  it "passes over those that are hooked, that stand nowhere known, or that do not do" do
    others = [trailer(2, hooked: true), trailer(3, at: nil), trailer(4, kind: "tanker")]
    expect(choose(nil, others)).to be_nil
  end

  it "takes the one least out of the way from the crew over the trailer to the pickup" do
    # Crew 10 degrees south of the pickup: one on the way costs nothing, one a degree beyond costs two.
    expect(choose(nil, [trailer(2, at: 44.6), trailer(3, at: 40.0)], at: 33.6)).to eq([3])
  end

  it "prefers the kind that was asked for to a nearer one that would do as well" do
    kinds = wanted.kinds
    expect(kinds.first).to eq("flatbed")
    expect(choose(nil, [trailer(2, kind: kinds[1], at: 43.6), trailer(3, at: 47.0)])).to eq([3])
  end

  it "is looked for where the trip before leaves it, not where it stands today" do
    # Two stands at the pickup and is brought 10 degrees away the day before; three comes there that day.
    moves = [
      trailer(2, leaves: [[day.call(15), 53.6]]),
      trailer(3, at: 53.6, leaves: [[day.call(14), 48.0], [day.call(16), 43.6]]),
      trailer(4, leaves: [[day.call(16) + 1, 53.6]])
    ]
    expect(choose(nil, moves)).to eq([3, 4])
    expect(choose(nil, moves, wanted: wanted.with(from: nil, to: nil))).to eq([2, 4])
  end

  it "tells those of one kind at one place together: any of them would do" do
    expect(choose(nil, [trailer(2), trailer(3), trailer(4, at: 44.0)])).to eq([2, 3])
  end

  it "asks for a reefer where a temperature is asked for, whatever kind is written" do
    expect(wanted.with(reefer: true).kinds).to eq(Core::Fit::Judge::DOES_FOR["reefer"])
  end

  # Where it stands is five miles and more from the crew, and from the first stop.
  it "fetches it out of the way where it stands five miles away or more from both" do
    away = [0.07, 0.075].map { |degrees| point(43.6 + degrees) }
    out = ->(stands, crew, stop) { described_class.out_of_the_way?(stands, crew, stop) }

    expect(away.map { |stands| out.call(stands, point(43.6), point(46)) }).to eq([false, true])
    expect(away.map { |stands| out.call(stands, point(46), point(43.6)) }).to eq([false, true])
  end
end
