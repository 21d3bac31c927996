# frozen_string_literal: true

# Documents that ask for chains: by hand, and at random.
module ChainQuestions
  def at(minutes) = (Time.new(2026, 11, 30, 6, 0, 0, "-07:00") + (minutes * 60)).iso8601

  def way(from, to, miles, minutes, **rest) =
    {
      "from" => from,
      "to" => to,
      "miles" => miles,
      "drive_minutes" => minutes,
      **rest.transform_keys(&:to_s)
    }

  def load(id, from, to, rate, opens: 0, closes: 6000, by: 6000, **rest)
    {
      "id" => id,
      "origin" => from,
      "destination" => to,
      "pickup_from" => at(opens),
      "pickup_to" => at(closes),
      "deliver_by" => at(by),
      "rate" => rate,
      **rest.transform_keys(&:to_s)
    }
  end

  def document(loads, distances, by: 6000, within: 0, limits: {}, **rest)
    {
      "truck" => {
        "mpg" => "6.5",
        "fuel_price" => "3.90",
        "daily_cost" => "180.00"
      },
      "start" => {
        "place" => "A",
        "at" => at(0)
      },
      "end" => {
        "place" => "Z",
        "by" => at(by),
        "within_miles" => within
      },
      "limits" => limits.transform_keys(&:to_s),
      "loads" => loads,
      "distances" => distances,
      **rest.transform_keys(&:to_s)
    }
  end

  # Questions at random: few places, some ways missing, some with a way back of their own.
  def random_document(random, service: [0, 0, 45].sample(random:), daily: [100, 660].sample(random:))
    names = ("A".."D").first(random.rand(1..4)) + ["Z"]
    limits = { max_loads: random.rand(1..4), service_minutes: service, daily_drive_minutes: daily }
    limits[:deadhead_miles] = random.rand(50..400) if random.rand < 0.6
    limits[:avoid_states] = ["CA"] if random.rand < 0.2
    document(
      Array.new(random.rand(1..6)) { |i| random_load(random, "l#{i}", names) },
      random_ways(random, names),
      by: random.rand(2000..6000),
      within: random.rand(0..400),
      limits:,
      top: [1, 2, 5, 60].sample(random:)
    )
  end

  def random_load(random, id, names)
    opens = random.rand(0..4000)
    ends = { closes: opens + random.rand(0..2000), by: opens + random.rand(0..4000) }
    rate = random.rand(0..(random.rand < 0.5 ? 3 : 1500)).to_s
    load(id, names.sample(random:), names.sample(random:), rate, opens:, **ends)
  end

  def random_ways(random, names)
    names
      .permutation(2)
      .select { |from, to| random.rand < (from < to ? 0.85 : 0.1) }
      .map do |from, to|
        rest = { states: [%w[ID CA].sample(random:)], tolls: %w[0.00 7.35].sample(random:) }
        way(from, to, random.rand(0..4000) / 10.0, random.rand(0..500), **rest)
      end
  end
end
