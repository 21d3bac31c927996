# frozen_string_literal: true

# The best plan for all open loads and all crews over the days to come: one load, or two in a row, for each
# crew.
class Work::Match::Propose
  # How far ahead pickups are looked at, how many loads a crew is judged for, and how many could follow each.
  AHEAD_HOURS = 96
  NEAREST = 14
  FOLLOWED = 5
  FOLLOWERS = 4

  # A load or two for one crew. fits - Array of Work::Match::Judge::Fit; value - cents, with what covering is
  # worth and lateness costs
  Choice =
    Value.of(:id, :fits, :value) do
      def crew = fits.first.crew
      def profit = fits.sum { |fit| fit.judgement.money.profit }

      # The trailer of the first load may be that of the second as well.
      def takes
        trailers =
          fits.uniq { |fit| fit.trailer&.fetch(:id) }.filter_map { |fit| Work::Match::Propose.trailer(fit) }
        [
          "crew #{crew.key}",
          *crew.key.map { |id| "driver #{id}" },
          *fits.map { |fit| "load #{fit.load.row[:id]}" },
          *trailers
        ].uniq
      end
    end
  # why - why no other crew, or no crew at all
  Line = Value.of(:choice, :why)

  # What a fit takes of trailers: its own, or any one of those that stand together.
  def self.trailer(fit) =
    if fit.pool
      "trailers #{fit.pool.map { |unit| unit[:id] }.min} and beside it"
    else
      fit.trailer && "trailer #{fit.trailer[:id]}"
    end

  # locked - Array of { load_id:, driver_ids: } that are to stay as they are chosen
  def initialize(now, locked: [], crews: Work::Match::Crews.at(now).all, loads: nil)
    @now = now
    @judge = Work::Match::Judge.new(now)
    @crews = crews
    @loads =
      loads || Work::Match::Freight.all.select { |load| load.from && load.from < now + (AHEAD_HOURS * 3600) }
    @settings = Store::Match.settings
    @locked = locked
  end

  attr_reader :loads

  # Array of Line, greatest value first.
  def lines
    options = choices.to_h { |choice| [choice.id, choice] }
    locked = options.values.select { |choice| locked?(choice) }.map(&:id)
    there_are = choices.flat_map(&:fits).to_h { |fit| [self.class.trailer(fit), fit.pool&.length || 1] }
    chosen =
      Core::Match.propose(
        options.values.map do |choice|
          Core::Match::Proposal::Option.new(id: choice.id, takes: choice.takes, value: choice.value)
        end,
        locked:,
        there_are:
      )
    given = {}
    chosen
      .map { |option| options[option.id] }
      .sort_by { |choice| -choice.value }
      .map { |choice| Line.new(choice: with_trailers(choice, given), why: why(choice)) }
  end

  # Loads that a plan leaves out, each with the best that any crew could do.
  def uncovered(lines)
    covered = lines.flat_map { |line| line.choice.fits.map { |fit| fit.load.row[:id] } }
    @loads.reject { |load| covered.include?(load.row[:id]) }.map { |load| [load, best(load)] }
  end

  # Of trailers that stand together, each crew one.
  def with_trailers(choice, given)
    mine = {}
    fits =
      choice.fits.map do |fit|
        next fit unless fit.pool || mine[fit.trailer&.fetch(:id)]

        trailer = mine[fit.trailer[:id]] ||= fit.pool.find { |unit| !given[unit[:id]] } || fit.trailer
        given[trailer[:id]] = true
        fit.with(trailer:)
      end
    choice.with(fits:)
  end

  # The same by taking each time the pair that is worth most: what the plan is measured against.
  def greedy
    taken = Hash.new(0)
    there_are = choices.flat_map(&:fits).to_h { |fit| [self.class.trailer(fit), fit.pool&.length || 1] }
    choices
      .select { |choice| choice.fits.one? }
      .sort_by { |choice| -choice.value }
      .select do |choice|
        choice.takes.all? { |key| taken[key] < there_are.fetch(key, 1) } &&
          choice.takes.each { |key| taken[key] += 1 }
      end
  end

  def choices = @choices ||= @crews.flat_map { |crew| of(crew) }

  private

  def of(crew)
    # Nobody is proposed whose hours nobody knows.
    singles =
      near(crew)
        .map { |load| @judge.judge(crew, load) }
        .reject do |fit|
          fit.judgement.verdict == "blocked" ||
            fit.judgement.reasons.any? { |reason| reason.code == "hours_unknown" }
        end
    singles = singles.map { |fit| choice([fit]) }.sort_by { |one| -one.value }
    [*singles, *singles.first(FOLLOWED).flat_map { |one| chains(one) }].select do |one|
      one.value.positive? || locked?(one)
    end
  end

  # The loads, of those it has a trailer for, whose pickups lie nearest to where the crew will be.
  def near(crew)
    at = crew.slots.last.place
    kept, others =
      @loads.partition do |load|
        @locked.any? { |lock| lock[:load_id] == load.row[:id] && lock[:driver_ids].sort == crew.key }
      end
    kept +
      others
        .sort_by { |load| miles(at, load.stops.first) }
        .lazy
        .select { |load| @judge.trailer?(crew, load) }
        .first(NEAREST)
  end

  # A second load after the first, by the hours that the first leaves.
  def chains(choice)
    first = choice.fits.first
    return [] if first.judgement.verdict == "late"

    followers =
      @loads
        .select { |load| load.from >= first.ends - 3600 }
        .min_by(FOLLOWERS) { |load| miles(first.load.stops.last, load.stops.first) }
    return [] if followers.empty?

    slot = @judge.slot_after(first)
    hooked = first.crew.with(trailer_id: first.trailer&.fetch(:id))
    followers
      .map { |load| @judge.judge(hooked, load, slot:) }
      .reject { |fit| %w[blocked late].include?(fit.judgement.verdict) }
      .map { |fit| choice([first, fit]) }
  end

  def choice(fits)
    late = fits.sum(&:late_minutes)
    home = fits.count { |fit| fit.judgement.reasons.any? { |reason| reason.code == "home_missed" } }
    worth =
      fits.sum { |fit| fit.judgement.money.profit } + (fits.length * Money.cents(@settings[:uncovered])) -
        Money.cents(@settings[:late_hourly].to_r * late / 60) - (home * Money.cents(@settings[:home_missed]))
    Choice.new(
      id: "#{fits.first.crew.key.join("+")}: #{fits.map { |fit| fit.load.row[:id] }.join(", ")}",
      fits:,
      value: worth
    )
  end

  def locked?(choice) =
    @locked.any? do |lock|
      lock[:driver_ids].sort == choice.crew.key &&
        choice.fits.any? { |fit| fit.load.row[:id] == lock[:load_id] }
    end
  def miles(one, other) =
    Core::Roads.great_circle_miles(
      *[one, other].map { |row| Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude]) }
    )
  def best(load) =
    choices
      .select { |choice| choice.fits.one? && choice.fits.first.load.row[:id] == load.row[:id] }
      .max_by(&:value)

  # The next best crew for the first load, and what it would cost to take it instead.
  def why(choice)
    load = choice.fits.first.load.row
    other =
      choices
        .select do |one|
          one.fits.one? && one.fits.first.load.row[:id] == load[:id] && one.crew.key != choice.crew.key
        end
        .max_by(&:value)
    return "No other crew near it can take #{load[:number]}." if other.nil?

    single =
      choices.find do |one|
        one.fits.one? && one.crew.key == choice.crew.key && one.fits.first.load.row[:id] == load[:id]
      end
    less = (single || choice).value - other.value
    if less.positive?
      "#{other.crew.name} for #{load[:number]} would be worth $#{Money.text(less)} less."
    else
      "#{other.crew.name} would do as well for #{load[:number]}, and is worth more elsewhere."
    end
  end
end
