# frozen_string_literal: true

# What a lane pays a loaded mile, by what was posted. A thin lane borrows from wider ones around it, the more the fewer
# reports it has itself: a linear shrinkage by count, as Bühlmann's credibility has it (“Experience rating and
# credibility”, ASTIN Bulletin 4, 1967): own share = n / (n + k).
module Core::Market::Lanes
  # count - how many were posted; low, median, high - quartiles in dollars a mile
  Reports = Value.of(:count, :low, :median, :high)
  # count - of the lane itself; borrowed_percent - how much of the figures comes from wider lanes; wider - count of the
  # next wider lane that has any
  Estimate =
    Value.of(:count, :low, :median, :high, :borrowed_percent, :wider) do
      # Does at least half of it come from elsewhere?
      def thin? = borrowed_percent >= 50
    end

  # A lane with so many reports of its own counts as much as what is around it. Our own choice.
  BORROW = 8
  # So far back lanes are looked at.
  WINDOWS_DAYS = [15, 90].freeze
  # Upper ends of classes of length, in miles: a short haul pays more a mile.
  LENGTHS_MILES = [150, 300, 600, 1000].freeze

  # levels - Reports or nil for the lane, then for ever wider ones. Returns Estimate, nil where nothing was posted.
  def self.estimate(levels)
    own, *wider = levels
    known = wider.compact
    return if own.nil? && known.empty?

    count = own&.count || 0
    figures = shrunk([own, *known].compact)
    Estimate.new(
      count:,
      borrowed_percent: known.empty? ? 0 : Rational(100 * BORROW, count + BORROW).round,
      wider: known.first&.count || 0,
      **figures.transform_values { |figure| figure.round(2) }
    )
  end

  # The area of a ZIP: its first three digits.
  def self.area(zip) = zip.to_s[0, 3]

  # The keys under which a lane and its wider ones are priced, narrowest first: [origin, destination].
  def self.keys(origin_area:, destination_area:, origin_state:, destination_state:, miles_tenths:)
    length = length_key(miles_tenths)
    [[origin_area, destination_area], [origin_state, destination_state], [length, length]]
  end

  def self.length_key(miles_tenths) =
    "L#{LENGTHS_MILES.index { |miles| miles_tenths <= miles * 10 } || LENGTHS_MILES.length}"

  # From the widest in.
  def self.shrunk(levels)
    levels
      .reverse
      .reduce(nil) do |around, reports|
        own = reports.to_h.slice(:low, :median, :high).transform_values(&:to_r)
        next own if around.nil?

        own.to_h do |name, figure|
          [name, ((figure * reports.count) + (around[name] * BORROW)) / (reports.count + BORROW)]
        end
      end
  end
  private_class_method :shrunk
end
