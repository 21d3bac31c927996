# frozen_string_literal: true

# Lays freight out on the deck of a trailer: stacks of like pieces, turned where that helps, against each other from
# the front. A search over a few orders, not over all: what it lays out can be loaded so, and where it finds no way
# there may still be one that a loader finds.
module Core::Freight::Deck
  # Like pieces of a load. key, load, what - whose and what it is; count - how many; length_in, width_in, height_in -
  # of one, nil where nobody told it; stackable - may they stand on each other?
  # With a length and no width it is the deck that all of them take together ("20 ft of deck").
  Piece = Core::Value.of(:key, :load, :what, :count, :length_in, :width_in, :height_in, :stackable)
  # What there is. closed - nothing stands out over its walls or roof
  Room = Core::Value.of(:length_in, :width_in, :height_in, :closed)
  # A stack on the deck. x_in - from the front, y_in - from the left; layers - pieces on each other
  Placed = Core::Value.of(:key, :load, :what, :x_in, :y_in, :length_in, :width_in, :layers)
  # placed - Array of Placed, also what goes over the end; used_length_in - to the end of the last, 0 for nothing;
  # too_large - sentences on pieces that do not go in at all; unmeasured - Array of Piece without a length
  Layout =
    Core::Value.of(:placed, :used_length_in, :too_large, :unmeasured, :room) do
      def fits? = too_large.empty? && used_length_in <= room.length_in

      # What is wrong, to read out; nil where all of it goes on.
      def trouble
        return too_large.join(" ") if too_large.any?
        return if fits?

        over = placed.select { |one| one.x_in + one.length_in > room.length_in }.map(&:what).uniq
        "#{Core::Roads.feet(used_length_in)} of deck is needed, and there is #{Core::Roads.feet(room.length_in)}; " \
          "over the end: #{over.join(", ")}."
      end
    end
  # One stack that is to be laid down; turns - may it stand the other way round?
  Stack = Core::Value.of(:piece, :length_in, :width_in, :layers, :turns)

  # In which order stacks are laid down: the same load together first, since it leaves together.
  ORDERS = [
    ->(stack) { [stack.piece.load, -stack.length_in, -stack.width_in] },
    ->(stack) { [-stack.length_in, -stack.width_in] },
    ->(stack) { [-stack.width_in, -stack.length_in] },
    ->(stack) { [-stack.length_in * stack.width_in] }
  ].freeze
  # Which way round: as told, turned, or the way that ends first.
  TURNS = %i[told turned sooner].freeze

  # pieces - Array of Piece; room - Room. Returns Layout, the shortest that is found; of equals the first.
  def self.lay(pieces, room)
    measured, unmeasured = pieces.partition(&:length_in)
    going, large = measured.partition { |piece| goes_in?(piece, room) }
    stacks = going.flat_map { |piece| stacks(piece, room) }
    placed = ways(stacks, room).min_by { |found| length(found) }
    Layout.new(
      placed:,
      used_length_in: length(placed),
      too_large: large.map { |piece| too_large(piece, room) },
      unmeasured:,
      room:
    )
  end

  def self.length(placed) = placed.map { |one| one.x_in + one.length_in }.max || 0

  def self.ways(stacks, room)
    return [[]] if stacks.empty?

    ORDERS
      .map { |order| stacks.each_with_index.sort_by { |stack, i| [*order.call(stack), i] }.map(&:first) }
      .uniq
      .product(TURNS)
      .map { |order, turn| Floor.new(room.width_in).lay(order, turn) }
  end

  def self.goes_in?(piece, room)
    return true unless room.closed
    return false if piece.height_in && piece.height_in > room.height_in

    piece.width_in.nil? || [piece.width_in, piece.length_in].min <= room.width_in
  end

  def self.too_large(piece, room)
    feet = Core::Roads.method(:feet)
    if piece.height_in && piece.height_in > room.height_in
      return "#{piece.what} is #{feet.call(piece.height_in)} high, and #{feet.call(room.height_in)} goes in."
    end

    "#{piece.what} is #{feet.call([piece.width_in, piece.length_in].min)} wide, and #{feet.call(room.width_in)} goes in."
  end

  # Wider than the deck takes its whole width; nobody stacks what nobody measured.
  def self.stacks(piece, room)
    if piece.width_in.nil?
      return [Stack.new(piece:, length_in: piece.length_in, width_in: room.width_in, layers: 1, turns: false)]
    end

    most = piece.stackable && piece.height_in ? [room.height_in / piece.height_in, 1].max : 1
    full, rest = (piece.count || 1).divmod(most)
    layers = ([most] * full) + (rest.zero? ? [] : [rest])
    layers.map do |high|
      Stack.new(piece:, length_in: piece.length_in, width_in: piece.width_in, layers: high, turns: true)
    end
  end
  private_class_method :length, :ways, :goes_in?, :too_large, :stacks

  # A deck while it is laid: for each strip of its width, how far from the front it is taken.
  class Floor
    def initialize(width_in)
      @width_in = width_in
      # [from the left, how wide, taken to]
      @strips = [[0, width_in, 0]]
      @placed = []
    end

    # Returns Array of Placed.
    def lay(stacks, turn)
      stacks.each { |stack| put(stack, turn) }
      @placed
    end

    private

    def put(stack, turn)
      shape = shapes(stack, turn).min_by { |length_in, width_in| ends(length_in, width_in) }
      length_in, width_in = shape
      y_in, x_in = spot(width_in)
      @placed << Placed.new(
        **stack.piece.to_h.slice(:key, :load, :what),
        x_in:,
        y_in:,
        length_in:,
        width_in:,
        layers: stack.layers
      )
      take(y_in, [width_in, @width_in].min, x_in + length_in)
    end

    # [length, width] that are tried, best guess first.
    def shapes(stack, turn)
      told, turned = [stack.length_in, stack.width_in], [stack.width_in, stack.length_in]
      return [told] unless stack.turns

      wanted = { told: [told], turned: [turned], sooner: [told, turned] }.fetch(turn)
      within = wanted.select { |_, width_in| width_in <= @width_in }
      within.empty? ? [[told, turned].min_by(&:last)] : within
    end

    # [where the stack would end, how much is lost, from the left]: the least is best.
    def ends(length_in, width_in)
      y_in, x_in = spot(width_in)
      [x_in + length_in, x_in, y_in]
    end

    # Where from the left, and how far from the front, something so wide can stand soonest.
    def spot(width_in)
      width_in = [width_in, @width_in].min
      @strips
        .map(&:first)
        .select { |from| from + width_in <= @width_in }
        .map { |from| [from, taken(from, from + width_in)] }
        .min_by { |from, to| [to, from] }
    end

    def taken(from, to) = @strips.filter_map { |at, wide, taken| taken if at < to && at + wide > from }.max

    def take(from, width_in, taken_to)
      to = from + width_in
      @strips =
        @strips
          .flat_map do |at, wide, taken|
            [[at, [from, at + wide].min - at, taken], [[to, at].max, at + wide - [to, at].max, taken]]
          end
          .select { |_, wide, _| wide.positive? }
          .push([from, width_in, taken_to])
          .sort
    end
  end
  private_constant :Floor, :Stack
end
