# frozen_string_literal: true

# What was taken in since searches last looked, judged for the truck of each: the fleet is read once for all of them,
# and nothing is looked up that only an onlooker would want to know.
class Work::Market::Fresh
  # row - of a posting with its broker; judgement - Core::Fit::Judgement; offered - we have one out for the freight
  # blocked - the poster is
  Find =
    Value.of(:row, :judgement, :blocked, :offered) do
      # Nil without a price.
      def profit_cents = row[:rate] && judgement.money.profit
    end

  # since - the earliest of what will be asked
  def initialize(now, since)
    @now = now
    @towns = Store::Market::Looking.fresh_origins(now, since)
  end

  def none? = @towns.empty?

  # Array of Find, the same freight once. wish - Work::Market::Wish; since - what it has looked at already. Raises
  # Store::NotFound for a driver nobody knows.
  def call(wish, since, who_ref:)
    crew = crews.of(wish.driver_id)
    slot = wish.slot(crew)
    reachable = reachable(crew, slot, wish, since, who_ref)
    chosen = Work::Market::Reachable.same(reachable.rows)
    return [] if chosen.empty?

    judge_all(crew, slot, reachable.whole(chosen).map(&:first))
  end

  private

  def judge_all(crew, slot, rows)
    Work::Market::Reaches.know_home(judge, crew, rows)
    judge.know_stays(rows.map { |row| Work::Market::Posted.load(row) })
    offered = Store::Market::Offers.of_freight(rows.map { |row| row[:freight_key] }).select_map(:freight_key)
    rows.map { |row| find(crew, slot, row, offered) }
  end

  def reachable(crew, slot, wish, since, who_ref)
    reachable =
      Work::Market::Reachable.new(
        @now,
        wish,
        place: slot.place,
        at: slot.at,
        kinds: Work::Market::Reachable.kinds(crews, crew, exactly: wish.exactly),
        towns: @towns,
        who_ref:,
        since:
      )
    reachable.near.each do |(latitude, longitude), reach|
      judge.know_way({ latitude:, longitude: }, slot.place, reach)
    end
    reachable
  end

  def find(crew, slot, row, offered) =
    Find.new(
      row:,
      judgement:
        judge.judge(crew, Work::Market::Posted.after(slot, Work::Market::Posted.load(row)), slot:).judgement,
      blocked: Work::Market::Poster.blocked?(row, effects),
      offered: offered.include?(row[:freight_key])
    )

  def crews = @crews ||= Work::Match::Crews.at(@now)
  def judge = @judge ||= Work::Match::Judge.new(@now, crews:)
  def effects = @effects ||= Store::Match.effects
end
