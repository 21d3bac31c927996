# frozen_string_literal: true

# Posted freight for a truck: those near where it will be empty that it could still reach, judged as Match judges.
class Work::Market::Look
  # What is asked. driver_id - whose truck; radius_miles - empty miles to the pickup at most; to, avoid - states;
  # hidden - with those set aside
  # elsewhere - Work::Market::Elsewhere, nil for where the truck will be
  Wish =
    Value.of(:driver_id, :radius_miles, :to, :avoid, :max_age_minutes, :partials, :hidden, :elsewhere) do
      # Where and when it looks from. crew - Work::Match::Crews::Crew
      def slot(crew) = elsewhere ? elsewhere.slot(crew) : crew.slots.last
    end
  # finds - Array of Work::Market::Find
  Answer = Value.of(:crew, :slot, :finds, :seen, :unpriced, :doubtful, :heard_at)

  # lanes - see Work::Market::Lanes; onward - Work::Market::Onward; offers - rows by freight; records - by broker
  Around = Value.of(:lanes, :onward, :offers, :records)

  # So many are judged in full: the most promising by rate less the miles.
  JUDGED = 60
  # A team's two records are planned in full for each.
  TEAM_JUDGED = 24

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
    slot = wish.slot(crew)
    near = near(slot.place, wish.radius_miles)
    reachable = reachable(crews, crew, slot, wish, near)
    Answer.new(
      crew:,
      slot:,
      finds:
        finds(crews, crew, slot, promising(crew, reachable, near, costs(crews, crew).dollars_per_mile), near),
      seen: reachable.length,
      unpriced: reachable.count { |row| row[:rate].nil? },
      doubtful: Store::Market::Looking.doubtful(@now),
      heard_at: Store::Market::Looking.heard_at
    )
  end

  # What came in since an instant, all of it judged: Array of Work::Market::Find. Raises Store::NotFound for a driver nobody knows.
  def fresh(wish, since)
    crews = Work::Match::Crews.at(@now)
    crew = crews.of(wish.driver_id)
    slot = wish.slot(crew)
    near = near(slot.place, wish.radius_miles)
    rows = reachable(crews, crew, slot, wish, near, since:)
    rows.empty? ? [] : finds(crews, crew, slot, same(rows), near)
  end

  # One posting for one crew, with the plan in full: Work::Market::Find. elsewhere - as in Wish. Raises
  # Store::NotFound, Refused `posting_doubtful`.
  def one(posting_id, driver_id, amount_cents: nil, elsewhere: nil)
    row = Store::Market::Looking.posting(posting_id, who_ref: @by.ref) or
      raise Store::NotFound.new("posting", posting_id)
    if row[:doubts].any?
      raise Refused.new("posting_doubtful", "#{row[:doubts].join(" ")} Ring before you offer.")
    end

    crews = Work::Match::Crews.at(@now)
    crew = crews.of(driver_id)
    find(
      Work::Match::Judge.new(@now, crews:),
      crew,
      elsewhere ? elsewhere.slot(crew) : crew.slots.last,
      row,
      [row],
      around(crews, crew, [row]),
      exact: true,
      amount_cents:
    )
  end

  private

  def reachable(crews, crew, slot, wish, near, since: nil)
    Store::Market::Looking
      .postings(@now, near.keys, self.class.kinds(crews, crew), wish, who_ref: @by.ref, since:)
      .select { |row| reachable?(row, slot, near) }
  end

  # Core::Roads::Fan::Reach to each town of postings within so many miles, by [latitude, longitude].
  def near(place, radius_miles) =
    Work::Market::Reaches.near(place, Store::Market::Looking.origins(@now), radius_miles)

  def reach(row, near) = near.fetch(row.values_at(:origin_latitude, :origin_longitude))

  def reachable?(row, slot, near) =
    row[:closes_at].nil? || slot.at + (reach(row, near).minutes * 60) <= row[:closes_at]

  # The same freight once, its best price first.
  def same(rows) =
    rows
      .group_by { |row| row[:freight_key] }
      .values
      .map { |list| list.sort_by { |row| [-(row[:rate] || 0), row[:id]] } }

  # Those that bring most after what their miles cost.
  def promising(crew, rows, near, mile_cost)
    same(rows).max_by(crew.drivers.one? ? JUDGED : TEAM_JUDGED) do |(best, *)|
      (best[:rate] || 0) - (mile_cost / 10 * (reach(best, near).tenths + best[:miles_tenths]))
    end
  end

  def finds(crews, crew, slot, groups, near)
    judge = Work::Match::Judge.new(@now, crews:)
    near.each { |(latitude, longitude), reach| judge.know_way({ latitude:, longitude: }, slot.place, reach) }
    know_home(judge, crew, groups)
    judge.know_stays(groups.map { |same| Work::Market::Posted.load(same.first) })
    around = around(crews, crew, groups.map(&:first))
    groups.map { |same| find(judge, crew, slot, same.first, same, around) }.sort_by { |find| order(find) }
  end

  def effects = @effects ||= Store::Match.effects

  # The ways home from where postings end, kept from one look to the next.
  def know_home(judge, crew, groups)
    home = crew.drivers.first
    return unless crew.drivers.any? { |row| row[:home_by] }

    groups.each do |(row, *)|
      town = %i[town state latitude longitude].to_h { |key| [key, row[:"destination_#{key}"]] }
      reach = Work::Market::Reaches.between(home, town)
      judge.know_way(town, home, reach) if reach
    end
  end

  def costs(crews, crew) = (@costs ||= {})[crew.key] ||= Work::Market::TruckCosts.new(crews, crew)

  # What stands around some postings.
  def around(crews, crew, rows) =
    Around.new(
      lanes: Work::Market::Lanes.of(rows),
      onward: Work::Market::Onward.new(@now, self.class.kinds(crews, crew), costs(crews, crew)),
      offers: Store::Market::Offers.of_freight(rows.map { |row| row[:freight_key] }).to_hash(:freight_key),
      records: Store::Market::Offers.record_of(rows.map { |row| row[:broker_id] })
    )

  # Those that meet everything first, what has no price last of each; then by profit.
  def order(find) =
    [
      find.fit.judgement.verdict == "blocked" || find.blocked? ? 1 : 0,
      find.row[:rate] ? 0 : 1,
      -find.fit.judgement.money.profit
    ]

  def find(judge, crew, slot, row, same, around, exact: false, amount_cents: nil)
    load = Work::Market::Posted.load(row, revenue_cents: amount_cents)
    Work::Market::Find.new(
      row:,
      fit: judge.judge(crew, load, slot:, exact:),
      others: same.drop(1),
      lanes: around.lanes.fetch(row[:id]),
      reasons: Work::Market::Poster.reasons(row, effects),
      onward: around.onward.of(row),
      offer: around.offers[row[:freight_key]],
      record: around.records[row[:broker_id]] || {}
    )
  end
end
