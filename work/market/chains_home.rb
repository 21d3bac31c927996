# frozen_string_literal: true

# The most profitable chains of postings and own open loads for a truck, from where it will be empty to where it should
# be by a date.
class Work::Market::ChainsHome
  Chains = Core::Freight::Chains
  # considered - how many could be in one
  Answer = Value.of(:crew, :slot, :place, :considered, :milliseconds, :chains)
  # chain - Core::Freight::Chains::Chain; pieces - of Work::Market::ChainFreight, in order; plan - of the hours; legs -
  # empty ones, each before its piece
  Made =
    Value.of(:chain, :pieces, :plan, :legs) do
      def revenue_cents = pieces.sum(&:rate_cents)

      # Fuel, the company's cost of a mile and the driver's pay: what the chain itself counts as one.
      def miles_and_pay_cents = revenue_cents - chain.profit_cents - chain.toll_cents - chain.daily_cents
    end
  # What is asked. place - row with latitude, longitude; by - Time; without, wanted - keys of pieces; least_per_day -
  # dollars or nil
  Wish =
    Value.of(
      :driver_id,
      :place,
      :by,
      :within_miles,
      :deadhead_miles,
      :max_loads,
      :avoid,
      :without,
      :wanted,
      :least_per_day
    )

  TOP = 5
  # So many are looked at where they have to bring so much a day.
  TOP_PER_DAY = 60
  # What is wanted in any case comes first: each counts as so much more than any chain brings.
  WANTED_CENTS = 100_000_000_00
  # That there is no legal plan for a link by itself says nothing of the chain, which is planned whole.
  PLANNED_WHOLE = %w[hours_impossible crew_taken].freeze

  def initialize(now)
    @now = now
  end

  # Returns Answer. Raises Refused `ends_before_start`; Store::NotFound for a driver nobody knows.
  def call(wish)
    crews = Work::Match::Crews.at(@now)
    crew = crews.of(wish.driver_id)
    slot = crew.slots.last
    refuse_too_soon(crew, slot, wish)
    # Where a driver may not go, Match blocks each load: there is no need to ask it a thousand times.
    wish = wish.with(avoid: wish.avoid | crew.people.flat_map(&:forbidden_states))
    pieces = Work::Market::ChainFreight.new(@now, Work::Market::Reachable.kinds(crews, crew)).all(wish)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    chains = takeable(crews, crew, wish, pieces)
    Answer.new(
      crew:,
      slot:,
      place: wish.place,
      considered: pieces.length,
      milliseconds: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round,
      chains:
    )
  end

  private

  # Chains of what the crew may take: what blocks one in the way of papers or equipment is left out, and chains are
  # sought anew, until there is none.
  def takeable(crews, crew, wish, pieces)
    judge = Work::Match::Judge.new(@now, crews:)
    blocked = Hash.new { |known, piece| known[piece] = blocked?(judge, crew, piece) }.compare_by_identity
    # Our own are few, and often not for this crew.
    pieces = pieces.reject { |piece| piece.row.nil? && blocked[piece] }
    loop do
      chains = made(crews, crew, wish, pieces)
      out = chains.flat_map(&:pieces).uniq.select { |piece| blocked[piece] }
      return chains if out.empty?

      pieces -= out
    end
  end

  def blocked?(judge, crew, piece)
    slot = crew.slots.last
    judge
      .judge(crew, Work::Market::Posted.after(slot, piece.freight), slot:)
      .judgement
      .reasons
      .any? { |reason| reason.effect == "block" && !PLANNED_WHOLE.include?(reason.code) }
  end

  # By the legal hours of the crew. Array of Made.
  def made(crews, crew, wish, pieces)
    slot = crew.slots.last
    hours, partner = slot.questions
    rules = HoursRules.named(hours.rules)
    question =
      question(slot, Work::Market::TruckCosts.new(crews, crew), wish, pieces).with(start_at: hours.as_of)
    by_key = pieces.to_h { |piece| [piece.key, piece] }
    legal = Chains::Legal.new(question, hours, rules, partner)
    legal
      .best
      .select { |chain| (wish.wanted - chain.loads).empty? }
      .map { |chain| without_bonus(chain, wish) }
      .select { |chain| enough?(chain, wish) }
      .first(TOP)
      .map do |chain|
        Made.new(
          chain:,
          pieces: by_key.values_at(*chain.loads),
          plan: legal.plan_of(chain),
          legs: legal.empty_legs(chain)
        )
      end
  end

  def without_bonus(chain, wish) =
    chain.with(revenue_cents: chain.revenue_cents - (WANTED_CENTS * (wish.wanted & chain.loads).length))

  def enough?(chain, wish) =
    wish.least_per_day.nil? || (chain.profit_per_day_cents || 0) >= Money.cents(wish.least_per_day)

  def refuse_too_soon(crew, slot, wish)
    return if wish.by >= slot.at

    empty_at = TZInfo::Timezone.get(crew.drivers.first[:zone]).to_local(slot.at)
    raise Refused.new(
            "ends_before_start",
            "#{crew.name} is empty only at #{Core::Spoken.zoned(empty_at)}: say a later time.",
            path: "/by"
          )
  end

  def question(slot, costs, wish, pieces)
    towns = Work::Market::TownLegs.new(slot.place, wish.place)
    goals = {}
    loads = pieces.filter_map { |piece| load(piece, costs, towns, slot, wish, goals) }
    Chains::Question.new(
      loads:,
      start: towns.place(slot.place),
      start_at: slot.at.to_i / 60,
      end_by: wish.by.to_i / 60,
      empty_legs: towns.empty_legs(goals, wish.deadhead_miles * 10, wish.avoid),
      near_end: towns.near(wish.place, wish.within_miles * 10),
      places: towns.places,
      max_loads: wish.max_loads,
      daily_drive_minutes: Chains::Legal::UNLIMITED_MINUTES,
      service_minutes: Work::Hours::Service::DOCK_MINUTES,
      zone_seconds: 0,
      top: wish.least_per_day ? TOP_PER_DAY : TOP,
      fuel_cents_per_tenth: costs.cents_per_tenth,
      daily_cents_per_minute: costs.cents_per_day / 1440
    )
  end

  def load(piece, costs, towns, slot, wish, goals)
    return if piece.closes_at < slot.at || piece.opens_at > wish.by

    from, to = [piece.from, piece.to].map { |town| towns.place(town) }
    goals[from] = true
    bonus = wish.wanted.include?(piece.key) ? WANTED_CENTS : 0
    Chains::Load.new(
      id: piece.key,
      from:,
      to:,
      pickup_from: piece.opens_at.to_i / 60,
      pickup_to: piece.closes_at.to_i / 60,
      latest_delivery: (piece.deliver_by || wish.by).to_i / 60,
      rate_cents: piece.rate_cents - costs.load_pay(**piece.work) + bonus,
      leg:
        Chains::Leg.new(
          tenths: piece.miles_tenths,
          minutes: piece.drive_minutes,
          toll_cents: piece.toll_cents
        )
    )
  end
end
