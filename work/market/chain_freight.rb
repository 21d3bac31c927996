# frozen_string_literal: true

# What a chain may be made of: postings with a price, each freight once by its best, of posters that we may deal with;
# and our own open loads that have a trailer and two stops to themselves.
class Work::Market::ChainFreight
  # key - "P12" for a posting, "L7" for an own load; row - of the posting with its broker, or nil; freight -
  # Work::Match::Freight::Load, as Match judges it; from, to - rows with town, state, latitude and longitude
  Piece =
    Value.of(
      :key,
      :row,
      :freight,
      :from,
      :to,
      :opens_at,
      :closes_at,
      :deliver_by,
      :rate_cents,
      :miles_tenths,
      :drive_minutes,
      :toll_cents
    ) do
      # What the driver's pay for it goes by.
      def work =
        {
          loaded_tenths: miles_tenths,
          line_haul_cents: Money.cents(freight.row[:line_haul] || freight.row[:total]),
          fuel_surcharge_cents: Money.cents(freight.row[:fuel_surcharge] || 0),
          weight_lb: freight.fit.weight_lb || 0,
          stop_count: 2,
          tarped: freight.row[:tarps]
        }
    end

  def initialize(now, kinds)
    @now = now
    @kinds = kinds
  end

  # Array of Piece. wish - Work::Market::ChainsHome::Wish
  def all(wish)
    without = wish.without.to_set
    [*postings(wish), *own(wish)].reject { |piece| without.include?(piece.key) }
  end

  private

  def postings(wish)
    effects = Store::Match.effects
    Store::Market::Looking
      .priced(@now, @kinds, wish)
      .reject { |row| Work::Market::Poster.blocked?(row, effects) }
      .group_by { |row| row[:freight_key] }
      .map { |_, same| posting(same.max_by { |row| [row[:rate], -row[:id]] }) }
  end

  def posting(row)
    freight = Work::Market::Posted.load(row)
    Piece.new(
      key: "P#{row[:id]}",
      row:,
      freight:,
      **ends(freight),
      **row.slice(:opens_at, :closes_at, :deliver_by, :miles_tenths, :drive_minutes, :toll_cents),
      rate_cents: Money.cents(row[:rate])
    )
  end

  def own(wish) =
    Work::Match::Freight
      .all
      .select { |load| own?(load) && load.from <= wish.by && !avoided?(load, wish.avoid) }
      .filter_map { |load| own_piece(load) }

  # A load that says no kind of trailer is judged as Match judges it.
  def own?(load)
    row = load.row
    return false unless load.from && load.stops.length == 2 && row[:size] == "full" && row[:total]

    row[:trailer_kind].nil? || @kinds.include?(row[:trailer_kind])
  end

  def avoided?(load, avoid) = load.stops.any? { |stop| avoid.include?(stop[:state]) }

  # Nil for one whose pickup is over.
  def own_piece(load)
    pickup, delivery = load.stops
    closes_at = pickup[:to_at] || pickup[:from_at]
    return if closes_at.nil? || closes_at < @now

    leg = Store::Roads::Leg.new(pickup, delivery, hazmat: load.hazmat)
    Piece.new(
      key: "L#{load.row[:id]}",
      row: nil,
      freight: load,
      **ends(load),
      opens_at: pickup[:from_at] || closes_at,
      closes_at:,
      deliver_by: delivery[:to_at] || delivery[:from_at],
      rate_cents: Money.cents(load.row[:total]),
      miles_tenths: (leg.miles * 10).to_i,
      drive_minutes: leg.minutes,
      toll_cents: Money.cents(leg.tolls)
    )
  end

  def ends(freight)
    from, to =
      freight.stops.values_at(0, -1).map { |stop| stop.slice(:town, :state, :latitude, :longitude, :zone) }
    { from:, to: }
  end
end
