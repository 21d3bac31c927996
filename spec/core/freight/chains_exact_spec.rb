# frozen_string_literal: true

require_relative "../../../config/core"
require_relative "../../support/chain_questions"

# Against trying everything: every order of loads, and every way to drive, stand and serve.
RSpec.describe Core::Freight::Chains do
  include ChainQuestions

  def read(document) = described_class.read(document, roads: nil)

  # All chains by trying every load after every other.
  def all_chains(
    question,
    place = question.start,
    states = described_class::Timing.start(question.start_at),
    taken = [],
    sums = [0, 0, 0, 0]
  )
    return [] if taken.length == question.max_loads

    timing = described_class::Timing.new(question.daily_drive_minutes, question.service_minutes)
    ways = question.empty_legs.call(place).to_h
    (question.loads - taken).flat_map do |load|
      leg = ways[load.from] or next []
      loaded = timing.serve(timing.drive(states, leg.minutes), load.pickup_from, load.pickup_to)
      next [] if loaded.empty?

      arrived = timing.drive(loaded, load.leg.minutes)
      added =
        sums.zip([load.rate_cents, leg.toll_cents + load.leg.toll_cents, load.leg.tenths, leg.tenths]).map(
          &:sum
        )
      at = arrived.map(&:first).min
      chain = [chain(question, [*taken, load], added, at)] if question.near_end[load.to] &&
        at <= [load.latest_delivery, question.end_by].min
      delivered = timing.serve(arrived, 0, load.latest_delivery)
      [*chain, *(all_chains(question, load.to, delivered, [*taken, load], added) if delivered.any?)]
    end
  end

  def chain(question, loads, (revenue, tolls, loaded, empty), at)
    minutes = at - question.start_at
    described_class::Chain.new(
      loads: loads.map(&:id),
      revenue_cents: revenue,
      fuel_cents: ((loaded + empty) * question.fuel_cents_per_tenth).round(half: :up),
      toll_cents: tolls,
      daily_cents: (minutes * question.daily_cents_per_minute).round(half: :up),
      loaded_tenths: loaded,
      deadhead_tenths: empty,
      minutes:,
      arrive_at: at,
      zone_seconds: question.zone_seconds
    )
  end

  it "finds what trying everything finds, in order, ties included" do
    random = Random.new(1959)
    300.times do
      question = read(random_document(random))
      expect(described_class.best(question)).to eq(all_chains(question).sort_by(&:order).first(question.top))
    end
  end

  # Every chain there is, planned by the hours alone.
  def all_legal(question, hours, rules)
    free = question.with(daily_drive_minutes: 1_000_000, top: 100_000)
    legal = described_class::Legal.new(free, hours, rules, nil)
    described_class
      .best(free)
      .filter_map { |chain| legal.send(:plan, chain) }
      .sort_by(&:order)
      .first(question.top)
  end

  it "finds what planning every chain by the legal hours finds, after a record of duty" do
    require_relative "../../../config/hours_rules"
    random = Random.new(1962)
    found =
      Array.new(60) do
        document = random_document(random, service: 30)
        document["limits"].delete("daily_drive_minutes")
        driven = random.rand(0..10)
        record = [%w[on_duty -1], ["driving", driven.to_s]].first(driven.zero? ? 1 : 2)
        document["hours"] = {
          "rules" => "us_property_70_8",
          "time_zone" => "America/Boise",
          "day_starts" => "00:00",
          "duty" =>
            record.map do |status, _|
              { "from" => at(status == "on_duty" ? -60 * (driven + 1) : -60 * driven), "status" => status }
            end
        }
        question = read(document)
        hours = described_class.read_hours(document)
        rules = HoursRules.named(hours.rules)
        ours = described_class.best_legal(question, hours, rules:)
        expect(ours).to eq(all_legal(question, hours, rules))
        ours.length
      end
    expect(found.count(&:positive?)).to be > 15
  end

  # Step by step of two hours: at each, the truck may drive, stand or serve as it likes. A state is the stop that
  # is next, what is left to drive, what was driven, how long it stands, and what is left of a service.
  # stops - [drive, opens, closes] in steps
  def first_arrival(stops, limit, service)
    now = { [0, stops[0][0], 0, 0, nil] => true }
    (0..80).each do |time|
      waiting = now.keys
      until waiting.empty?
        state = waiting.pop
        next unless state.last.nil? && state[1].zero? && time.between?(*stops[state[0]].last(2))
        return time if state[0] == stops.length - 1

        served = service.zero? ? onward(stops, state, state[3]) : [*state.first(4), service]
        waiting << served unless now[served]
        now[served] = true
      end
      now = now.each_key.flat_map { |state| a_step_later(stops, state, limit) }.to_h { |state| [state, true] }
    end
    nil
  end

  def onward(stops, state, stood) = [state[0] + 1, stops[state[0] + 1][0], state[2], stood, nil]

  def a_step_later(stops, state, limit)
    stop, left, driven, stood, serving = state
    return [serving == 1 ? onward(stops, state, 0) : [stop, left, driven, 0, serving - 1]] if serving

    stood = [stood + 1, 5].min
    stands = [stop, left, stood == 5 ? 0 : driven, stood, nil]
    left.positive? && driven < limit ? [stands, [stop, left - 1, driven + 1, 0, nil]] : [stands]
  end

  def arrival(stops, limit, service)
    timing = described_class::Timing.new(limit * 120, service * 120)
    states = described_class::Timing.start(0)
    stops.each_with_index do |(drive, opens, closes), i|
      states = timing.drive(states, drive * 120)
      break if i == stops.length - 1

      states = timing.serve(states, opens * 120, closes * 120)
      return nil if states.empty?
    end
    states.first.first / 120 if states.first.first <= stops.last[2] * 120
  end

  it "runs a chain as early as a truck that may stand at any time can" do
    random = Random.new(1960)
    250.times do
      limit, service = random.rand(1..5), random.rand(0..1)
      time = 0
      stops =
        Array.new([2, 4].sample(random:)) do |i|
          drive = random.rand < 0.15 ? 0 : random.rand(0..(limit * 2))
          time += drive
          opens = i.even? ? time + random.rand(-2..7) : 0
          time = [time, opens].max + service
          [drive, opens, time + random.rand(0..9)]
        end
      expect(arrival(stops, limit, service)).to eq(first_arrival(stops, limit, service)), stops.inspect
    end
  end
end
