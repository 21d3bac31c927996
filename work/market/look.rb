# frozen_string_literal: true

# Posted freight for a truck: those near where it will be empty that it could still reach, judged as Match judges.
class Work::Market::Look
  # What is asked. driver_id - whose truck; radius_miles - empty miles to the pickup at most; to, avoid - states;
  # hidden - with those set aside
  Wish = Value.of(:driver_id, :radius_miles, :to, :avoid, :max_age_minutes, :partials, :hidden)
  # fit - Work::Match::Judge::Fit; row - of the posting with its broker; others - rows of the same freight;
  # lane - { count:, low:, median:, high: } or nil; reasons - what speaks against the poster; next_count - postings
  # of the kind from where it ends; offer - row of our offer for the freight, or nil
  Find =
    Value.of(:row, :fit, :others, :lane, :reasons, :next_count, :offer) do
      # Cents a loaded mile that are posted; nil without a price.
      def per_loaded_mile_cents =
        row[:rate] && Core::Market.per_mile(Money.cents(row[:rate]), row[:miles_tenths])

      # Core::Market::Price of what it was judged at.
      def price
        money = fit.judgement.money
        Core::Market.price(
          money.revenue,
          cost_cents: money.revenue - money.profit,
          **money.to_h.slice(:loaded_tenths, :deadhead_tenths)
        )
      end
    end
  Answer = Value.of(:crew, :slot, :finds, :seen, :unpriced, :doubtful, :heard_at)

  # So many are judged in full: the most promising by rate less the miles.
  JUDGED = 60
  LANE_DAYS = 15

  # The kinds of freight that the trailer does for; any, where the crew has none hooked.
  def self.kinds(crews, crew)
    trailer = crews.unit(crew.trailer_id)
    does =
      trailer &&
        Core::Fit::Judge::DOES_FOR.select { |_, trailers| trailers.include?(trailer[:trailer_kind]) }.keys
    does || Core::Fit::Judge::KIND.keys
  end

  def initialize(now, by)
    @now = now
    @by = by
  end

  # Returns Answer. Raises Store::NotFound for a driver nobody knows.
  def call(wish)
    crews = Work::Match::Crews.at(@now)
    crew = crews.of(wish.driver_id)
    slot = crew.slots.last
    near = near(slot.place, wish.radius_miles)
    rows =
      Store::Market::Looking.postings(@now, near.keys, self.class.kinds(crews, crew), wish, who_ref: @by.ref)
    reachable = rows.select { |row| reachable?(row, slot, near) }
    Answer.new(
      crew:,
      slot:,
      finds: finds(crews, crew, promising(reachable, near, mile_cost(crews, crew)), near),
      seen: reachable.length,
      unpriced: reachable.count { |row| row[:rate].nil? },
      doubtful: Store::Market::Looking.doubtful(@now),
      heard_at: Store::Market::Looking.heard_at
    )
  end

  # One posting for one crew, with the plan in full: Find. Raises Store::NotFound.
  def one(posting_id, driver_id, amount_cents: nil)
    row = Store::Market::Looking.posting(posting_id, who_ref: @by.ref) or
      raise Store::NotFound.new("posting", posting_id)
    crews = Work::Match::Crews.at(@now)
    find(
      Work::Match::Judge.new(@now, crews:),
      crews.of(driver_id),
      row,
      [row],
      Store::Market::Looking.around([row], @now),
      exact: true,
      amount_cents:
    )
  end

  private

  # Core::Roads::Fan::Reach to each town of postings within so many miles, by [latitude, longitude].
  def near(place, radius_miles)
    fan = Core::Roads.fan(Store::Roads::Leg.network, Core::Roads.place("here", point(place)))
    Store::Market::Looking
      .origins(@now)
      .filter_map do |row|
        next if Core::Roads.great_circle_miles(point(place), point(row)) > radius_miles

        reach = fan.to(Core::Roads.place("#{row[:town]}, #{row[:state]}", point(row)))
        [row.values_at(:latitude, :longitude), reach] if reach && reach.tenths <= radius_miles * 10
      end
      .to_h
  end

  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
  def reach(row, near) = near.fetch(row.values_at(:origin_latitude, :origin_longitude))

  def reachable?(row, slot, near) =
    row[:closes_at].nil? || slot.at + (reach(row, near).minutes * 60) <= row[:closes_at]

  # The same freight once, by its best price; then those that bring most after what their miles cost.
  def promising(rows, near, mile_cost)
    rows
      .group_by { |row| row[:freight_key] }
      .values
      .map { |same| same.sort_by { |row| [-(row[:rate] || 0), row[:id]] } }
      .max_by(JUDGED) do |(best, *)|
        (best[:rate] || 0) - (mile_cost / 10 * (reach(best, near).tenths + best[:miles_tenths]))
      end
  end

  def finds(crews, crew, groups, near)
    judge = Work::Match::Judge.new(@now, crews:)
    near.each do |(latitude, longitude), reach|
      judge.know_way({ latitude:, longitude: }, crew.slots.last.place, reach)
    end
    around = Store::Market::Looking.around(groups.map(&:first), @now)
    groups.map { |same| find(judge, crew, same.first, same, around) }.sort_by { |find| order(find) }
  end

  def mile_cost(crews, crew) =
    Core::Fit.mile_cost(
      crews.unit(crew.tractor_id)&.fetch(:miles_per_gallon),
      **Store::Match.settings.slice(:fuel_price, :cost_per_mile)
    )

  # Those that meet everything first, what has no price last of each; then by profit.
  def order(find) =
    [
      find.fit.judgement.verdict == "blocked" || blocked?(find) ? 1 : 0,
      find.row[:rate] ? 0 : 1,
      -find.fit.judgement.money.profit
    ]

  def blocked?(find) = find.reasons.any? { |reason| reason.effect == "block" }

  def find(judge, crew, row, same, around, exact: false, amount_cents: nil)
    load = Work::Market::Posted.load(row, revenue_cents: amount_cents)
    Find.new(
      row:,
      fit: judge.judge(crew, load, slot: crew.slots.last, exact:),
      others: same.drop(1),
      lane: around.lanes[row.values_at(:origin_state, :destination_state, :trailer_kind)],
      reasons: Work::Market::Poster.reasons(row),
      next_count: around.density[row.values_at(:destination_state, :trailer_kind)] || 0,
      offer: around.offers[row[:freight_key]]
    )
  end
end
