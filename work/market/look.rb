# frozen_string_literal: true

# Posted freight for a truck: those near where it will be empty that it could still reach, judged as Match judges.
class Work::Market::Look
  # finds - Array of Work::Market::Find
  Answer = Value.of(:crew, :slot, :finds, :seen, :unpriced, :doubtful, :heard_at)

  # lanes - see Work::Market::Lanes; onward - Work::Market::Onward; offers - rows by freight; records - by broker
  Around = Value.of(:lanes, :onward, :offers, :records)

  # So many are judged in full: the most promising by rate less the miles.
  JUDGED = 60
  # A team's two records are planned in full for each.
  TEAM_JUDGED = 24

  def initialize(now, by)
    @now = now
    @by = by
  end

  # Returns Answer. Raises Store::NotFound for a driver nobody knows.
  def call(wish)
    crews = Work::Match::Crews.at(@now)
    crew = crews.of(wish.driver_id)
    slot = wish.slot(crew)
    reachable = reachable(crews, crew, slot, wish)
    rows = reachable.rows
    Answer.new(
      crew:,
      slot:,
      finds: finds(crews, crew, slot, promising(crews, crew, rows, reachable), reachable.near),
      seen: rows.length,
      unpriced: rows.count { |row| row[:rate].nil? },
      doubtful: Store::Market::Looking.doubtful(@now),
      heard_at: Store::Market::Looking.heard_at
    )
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

  def reachable(crews, crew, slot, wish) =
    Work::Market::Reachable.new(
      @now,
      wish,
      place: slot.place,
      at: slot.at,
      kinds: Work::Market::Reachable.kinds(crews, crew, exactly: wish.exactly),
      towns: Store::Market::Looking.origins(@now),
      who_ref: @by.ref
    )

  # Those that are judged.
  def promising(crews, crew, rows, reachable) =
    reachable.best(rows, crew.drivers.one? ? JUDGED : TEAM_JUDGED, costs(crews, crew).dollars_per_mile)

  def finds(crews, crew, slot, groups, near)
    judge = Work::Match::Judge.new(@now, crews:)
    near.each { |(latitude, longitude), reach| judge.know_way({ latitude:, longitude: }, slot.place, reach) }
    Work::Market::Reaches.know_home(judge, crew, groups.map(&:first))
    judge.know_stays(groups.map { |same| Work::Market::Posted.load(same.first) })
    around = around(crews, crew, groups.map(&:first))
    groups.map { |same| find(judge, crew, slot, same.first, same, around) }.sort_by { |find| order(find) }
  end

  def effects = @effects ||= Store::Match.effects

  def costs(crews, crew) = (@costs ||= {})[crew.key] ||= Work::Market::TruckCosts.new(crews, crew)

  # What stands around some postings.
  def around(crews, crew, rows) =
    Around.new(
      lanes: Work::Market::Lanes.of(rows),
      onward: Work::Market::Onward.new(@now, Work::Market::Reachable.kinds(crews, crew), costs(crews, crew)),
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
    load = Work::Market::Posted.after(slot, Work::Market::Posted.load(row, revenue_cents: amount_cents))
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
