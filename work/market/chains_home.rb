# frozen_string_literal: true

# The most profitable chains of postings for a truck, from where it will be empty to where it
# should be by a date.
class Work::Market::ChainsHome
  Chains = Core::Freight::Chains
  Answer = Value.of(:crew, :slot, :place, :considered, :milliseconds, :chains)
  # chain - Core::Freight::Chains::Chain; rows - of its postings, in order
  Made =
    Value.of(:chain, :rows) do
      def revenue_cents = rows.sum { |row| Money.cents(row[:rate]) }

      # Fuel, the company's cost of a mile and the driver's pay: what the chain itself counts as one.
      def miles_and_pay_cents = revenue_cents - chain.profit_cents - chain.toll_cents - chain.daily_cents
    end
  # What is asked. place - row with latitude, longitude; by - Time; without - ids of postings
  Wish = Value.of(:driver_id, :place, :by, :within_miles, :deadhead_miles, :max_loads, :avoid, :without)

  TOP = 5

  def initialize(now)
    @now = now
  end

  # Returns Answer. Raises Refused `ends_before_start`; Store::NotFound for a driver nobody knows.
  def call(wish)
    crews = Work::Match::Crews.at(@now)
    crew = crews.of(wish.driver_id)
    slot = crew.slots.last
    refuse_too_soon(crew, slot, wish)
    rows = rows(crews, crew, wish)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    chains = made(question(slot, crews, crew, wish, rows), slot, rows)
    Answer.new(
      crew:,
      slot:,
      place: wish.place,
      considered: rows.length,
      milliseconds: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round,
      chains:
    )
  end

  private

  # By the legal hours of the crew. Array of Made.
  def made(question, slot, rows)
    hours, partner = slot.questions
    by_id = rows.to_h { |row| [row[:id].to_s, row] }
    Chains
      .best_legal(question.with(start_at: hours.as_of), hours, rules: HoursRules.named(hours.rules), partner:)
      .map { |chain| Made.new(chain:, rows: by_id.values_at(*chain.loads)) }
  end

  def refuse_too_soon(crew, slot, wish)
    return if wish.by >= slot.at

    empty_at = TZInfo::Timezone.get(crew.drivers.first[:zone]).to_local(slot.at)
    raise Refused.new(
            "ends_before_start",
            "#{crew.name} is empty only at #{Core::Spoken.zoned(empty_at)}: say a later time.",
            path: "/by"
          )
  end

  # Postings with a price, each freight once by its best; of posters that we may deal with.
  def rows(crews, crew, wish)
    found = Store::Market::Looking.priced(@now, kinds(crews, crew), wish)
    found
      .reject { |row| Work::Market::Poster.blocked?(row) }
      .group_by { |row| row[:freight_key] }
      .map { |_, same| same.max_by { |row| [row[:rate], -row[:id]] } }
  end

  def kinds(crews, crew) = Work::Market::Look.kinds(crews, crew)

  def question(slot, crews, crew, wish, rows)
    towns = Work::Market::TownLegs.new(slot.place, wish.place)
    goals = {}
    costs = Work::Market::TruckCosts.new(crews, crew)
    loads = rows.filter_map { |row| load(row, costs, towns, slot, wish, goals) }
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
      top: TOP,
      fuel_cents_per_tenth: costs.cents_per_tenth,
      daily_cents_per_minute: costs.cents_per_day / 1440
    )
  end

  def load_pay(costs, row) =
    costs.load_pay(
      loaded_tenths: row[:miles_tenths],
      line_haul_cents: Money.cents(row[:rate]),
      weight_lb: row[:weight_lb] || 0,
      stop_count: 2
    )

  def load(row, costs, towns, slot, wish, goals)
    from, to =
      %w[origin destination].map do |side|
        towns.place(%w[town state latitude longitude].to_h { |key| [key.to_sym, row[:"#{side}_#{key}"]] })
      end
    by = row[:deliver_by] || wish.by
    return if row[:closes_at] < slot.at || row[:opens_at] > wish.by || row[:drive_minutes].nil?

    goals[from] = true
    Chains::Load.new(
      id: row[:id].to_s,
      from:,
      to:,
      pickup_from: row[:opens_at].to_i / 60,
      pickup_to: row[:closes_at].to_i / 60,
      latest_delivery: by.to_i / 60,
      rate_cents: Money.cents(row[:rate]) - load_pay(costs, row),
      leg:
        Chains::Leg.new(
          tenths: row[:miles_tenths],
          minutes: row[:drive_minutes],
          toll_cents: row[:toll_cents]
        )
    )
  end
end
