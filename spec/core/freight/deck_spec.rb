# frozen_string_literal: true

require_relative "../../../config/core"
require_relative "../../../config/fit_rules"

RSpec.describe Core::Freight::Deck do
  van = described_class::Room.new(length_in: 630, width_in: 100, height_in: 108, closed: true)
  flat = described_class::Room.new(length_in: 576, width_in: 102, height_in: 102, closed: false)

  def piece(count, length_in, width_in = nil, height_in = nil, load: 1, stackable: false, what: "Crates") =
    described_class::Piece.new(
      key: [load, what],
      load:,
      what:,
      count:,
      length_in:,
      width_in:,
      height_in:,
      stackable:
    )

  def lay(*pieces, room:) = Core::Freight.lay(pieces, room)

  # How many pallets of 48 by 40 in go on the floor of a 53 ft van: 26 straight in, 30 sideways; with two high twice
  # that. Common practice, in every shipper's guide.
  [
    [26, false, 624, true],
    [30, false, 600, true],
    [31, false, 640, false],
    [60, true, 600, true],
    [61, true, 640, false]
  ].each do |count, stackable, used_in, fits|
    it "#{fits ? "takes" : "has no room for"} #{count} pallets#{", two high," if stackable} in a 53 ft van" do
      layout = lay(piece(count, 48, 40, 50, stackable:), room: van)
      expect([layout.used_length_in <= used_in, layout.fits?]).to eq([true, fits])
    end
  end

  it "lays two narrow ones beside each other where their lengths add up to more than the deck" do
    layout = lay(piece(1, 400, 50, what: "Beam"), piece(1, 300, 50, what: "Duct"), room: flat)
    expect([layout.used_length_in, layout.fits?]).to eq([400, true])
    expect(lay(piece(1, 400, 60), piece(1, 300, 50), room: flat)).to have_attributes(
      used_length_in: 700,
      fits?: false
    )
  end

  it "takes a length without a width as deck that all of it takes, across" do
    expect(lay(piece(9, 230), piece(6, 180, load: 2), room: van).used_length_in).to eq(410)
  end

  it "says what goes over the end, by how much, and what does not go in" do
    long = lay(piece(1, 400, 90, what: "Boiler"), piece(1, 240, 90, what: "Stack"), room: van)
    expect(long.trouble).to eq("53 ft 4 in of deck is needed, and there is 52 ft 6 in; over the end: Stack.")
    expect(lay(piece(1, 200, 90, 112, what: "Boiler"), room: van).trouble).to eq(
      "Boiler is 9 ft 4 in high, and 9 ft goes in."
    )
    expect(lay(piece(1, 200, 130, what: "Tank"), room: van).trouble).to eq(
      "Tank is 10 ft 10 in wide, and 8 ft 4 in goes in."
    )
    # on an open deck that is a matter of permits
    expect(lay(piece(1, 200, 130, 130), room: flat)).to have_attributes(trouble: nil, used_length_in: 200)
  end

  it "tells what nobody measured" do
    layout = lay(piece(4, nil, what: "Bales"), piece(2, 48, 40), room: van)
    expect([layout.unmeasured.map(&:what), layout.placed.length]).to eq([["Bales"], 2])
  end

  it "keeps a load together where that takes no more room" do
    placed = lay(piece(4, 60, 48, load: 1), piece(4, 60, 48, load: 2), room: van).placed
    expect(placed.sort_by(&:x_in).map(&:load)).to eq([1, 1, 1, 1, 2, 2, 2, 2])
  end

  # Slow and plain: each order and each way round, every stack as far to the front as it goes, at every inch of width.
  def shortest(stacks, width_in)
    stacks
      .permutation
      .flat_map { |order| [[]].product(*order.map { |a, b| [[a, b], [b, a]] }).map { |_, *turned| turned } }
      .select { |order| order.all? { |_, wide| wide <= width_in } }
      .map { |order| order.each_with_object([]) { |size, there| there << soonest(size, there, width_in) } }
      .map { |there| there.map { |x, _, long, _| x + long }.max }
      .min
  end

  def soonest((long, wide), there, width_in)
    (0..(width_in - wide))
      .map do |y|
        [there.select { |_, at, _, w| at < y + wide && at + w > y }.map { |x, _, l, _| x + l }.max || 0, y]
      end
      .min
      .then { |x, y| [x, y, long, wide] }
  end

  it "lays nothing on anything else, loses nothing, and is never much longer than the shortest way" do
    random = Random.new(2026)
    longer =
      Array.new(60) do
        sizes = Array.new(random.rand(1..4)) { [random.rand(1..9), random.rand(1..6)] }
        room = described_class::Room.new(length_in: 40, width_in: 9, height_in: 9, closed: false)
        layout = lay(*sizes.each_with_index.map { |(a, b), i| piece(1, a, b, load: i) }, room:)
        squares =
          layout.placed.flat_map do |one|
            (one.x_in...(one.x_in + one.length_in)).to_a.product((one.y_in...(one.y_in + one.width_in)).to_a)
          end
        expect(squares).to eq(squares.uniq)
        expect(layout.placed.map { |one| [one.length_in, one.width_in].sort }).to match_array(
          sizes.map(&:sort)
        )
        expect(squares.map(&:last).max).to be < 9
        layout.used_length_in - shortest(sizes, 9)
      end
    expect([longer.min, longer.count(&:positive?) <= 6, longer.max <= 3]).to eq([0, true, true])
  end
end
