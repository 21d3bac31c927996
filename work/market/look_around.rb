# frozen_string_literal: true

# Posted freight around a place, for no truck in particular: what is posted and what it pays, without judging it; and of
# one posting, which own crews could take it.
class Work::Market::LookAround
  # row - with its broker; reach - Core::Roads::Fan::Reach of its pickup; others - rows of the same freight; lanes, reasons,
  # offer, record - as of Work::Market::Find
  Found =
    Value.of(:row, :reach, :others, :lanes, :reasons, :offer, :record) do
      # Cents a mile that are posted, from the place on; nil without a price.
      def per_mile_cents = per_mile(reach.tenths)
      def per_loaded_mile_cents = per_mile(0)

      private

      def per_mile(empty_tenths) =
        row[:rate] && row[:miles_tenths] &&
          Core::Market.per_mile(Money.cents(row[:rate]), row[:miles_tenths] + empty_tenths)
    end
  # found - Array of Found, those first that pay most after what their miles cost
  Answer = Value.of(:place, :at, :found, :seen, :unpriced, :doubtful, :heard_at)

  MOST = 100
  # So many crews are judged, those nearest to the pickup; so many of them are told.
  CREWS_JUDGED = 60
  CREWS_TOLD = 12

  def initialize(now, by)
    @now = now
    @by = by
  end

  # wish - Work::Market::Wish with elsewhere; kinds - of freight. Returns Answer.
  def call(wish, kinds)
    place, at = wish.elsewhere.place, [wish.elsewhere.at, @now].max
    towns = Store::Market::Looking.origins(@now)
    reachable = Work::Market::Reachable.new(@now, wish, place:, at:, kinds:, towns:, who_ref: @by.ref)
    rows = reachable.rows
    Answer.new(
      place:,
      at:,
      found: made(reachable, reachable.best(rows, MOST, mile_cost)),
      seen: rows.length,
      unpriced: rows.count { |row| row[:rate].nil? },
      doubtful: Store::Market::Looking.doubtful(@now),
      heard_at: Store::Market::Looking.heard_at
    )
  end

  # Own crews that could take a posting, the best for it first: Array of Work::Match::Judge::Fit. Raises Store::NotFound.
  def crews(posting_id)
    row = Store::Market::Looking.posting(posting_id, who_ref: @by.ref) or
      raise Store::NotFound.new("posting", posting_id)
    return [] if row[:doubts].any?

    crews = Work::Match::Crews.at(@now)
    judge = Work::Match::Judge.new(@now, crews:)
    load = Work::Market::Posted.load(row)
    judge.know_stays([load])
    in_reach(crews, row)
      .map { |crew| judged(judge, crew, load) }
      .reject { |fit| fit.judgement.verdict == "blocked" }
      .min_by(CREWS_TOLD) do |fit|
        [Work::Match::Judge::RANK[fit.judgement.verdict], -fit.judgement.money.profit]
      end
  end

  private

  def judged(judge, crew, load)
    slot = crew.slots.last
    judge.judge(crew, Work::Market::Posted.after(slot, load), slot:)
  end

  def in_reach(crews, row)
    pickup = Core::Roads::Point.new(latitude: row[:origin_latitude], longitude: row[:origin_longitude])
    crews
      .all
      .select { |crew| row[:closes_at].nil? || crew.slots.last.at <= row[:closes_at] }
      .min_by(CREWS_JUDGED) do |crew|
        place = crew.slots.last.place
        here = Core::Roads::Point.new(latitude: place[:latitude], longitude: place[:longitude])
        Core::Roads.great_circle_miles(here, pickup)
      end
  end

  # Dollars, of a tractor whose own fuel use nobody knows.
  def mile_cost = Core::Fit.mile_cost(nil, **Store::Match.settings.slice(:fuel_price, :cost_per_mile))

  def made(reachable, groups)
    firsts = groups.map(&:first)
    lanes = Work::Market::Lanes.of(firsts)
    offers = Store::Market::Offers.of_freight(firsts.map { |row| row[:freight_key] }).to_hash(:freight_key)
    records = Store::Market::Offers.record_of(firsts.map { |row| row[:broker_id] })
    effects = Store::Match.effects
    groups.map do |row, *others|
      Found.new(
        row:,
        reach: reachable.reach(row),
        others:,
        lanes: lanes.fetch(row[:id]),
        reasons: Work::Market::Poster.reasons(row, effects),
        offer: offers[row[:freight_key]],
        record: records[row[:broker_id]] || {}
      )
    end
  end
end
