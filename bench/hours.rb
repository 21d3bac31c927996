# frozen_string_literal: true

require_relative "../config/hours_rules"

# Clocks of records of fourteen days a second, how that grows with the record's length, and plans of
# three-day, four-stop trips.
module Bench
  SECONDS = 3

  def self.run
    rates = [14, 28, 56].to_h { |days| [days, rate(days)] }
    rates.each do |days, rate|
      puts format(
             "records of %d days: %.0f clocks a second, %.2f of one of 14 days by the day",
             days,
             rate,
             rate * days / rates[14] / 14
           )
    end
    plans = [false, true].to_h { |split| [split, plan_rate(split)] }
    plans.each do |split, (rate, slowest)|
      puts format(
             "three-day trips of four stops, rests %s: %.0f plans a second, the slowest %.1f ms",
             split ? "split where it helps" : "whole",
             rate,
             slowest
           )
    end
    judge
  end

  def self.rate(days)
    random = Random.new(395)
    questions = Array.new(40) { Core::Hours.read(record(days, random)) }
    rules = HoursRules.named("us_property_70_8")
    questions.each { |question| Core::Hours.clocks(question, rules:) }
    count = 0
    began = now
    while now - began < SECONDS
      Core::Hours.clocks(questions[count % 40], rules:)
      count += 1
    end
    count / (now - began)
  end

  def self.plan_rate(split)
    random = Random.new(395)
    rules = HoursRules.named("us_property_70_8")
    asked = Array.new(60) { [Core::Hours.read(record(8, random)), trip(split, random)] }
    slowest = count = 0
    began = now
    while now - began < SECONDS
      before = now
      Core::Hours.plan(*asked[count % 60], rules:, advice: false)
      slowest = [slowest, now - before].max
      count += 1
    end
    [count / (now - began), slowest * 1000]
  end

  # Can each driver do each load? At a glance where that tells, else by a plan.
  def self.judge
    random = Random.new(300)
    rules = HoursRules.named("us_property_70_8")
    # With two days at home each, as most have.
    drivers =
      Array.new(300) { [Core::Hours.read(record(8, random, home: random.rand(7))), random.rand(1000)] }
    loads =
      Array.new(100) do
        [random.rand(1000), random.rand(1000), Time.utc(2026, 11, 9, 12) + (random.rand(0..48) * 3600)]
      end
    verdicts = Hash.new(0)
    planned = 0
    began = now
    drivers.each do |question, from|
      glance = Core::Hours.glance(question, rules:)
      loads.each do |pickup, delivery, opens|
        trip = reach(from, pickup, delivery, opens)
        verdict = glance.at(trip).verdict
        verdict ||= Core::Hours.plan(question, trip, rules:, advice: false).verdict.tap { planned += 1 }
        verdicts[verdict] += 1
      end
    end
    puts format(
           "300 drivers x 100 loads judged in %.2f s: %s; %d of them needed a plan",
           now - began,
           verdicts.map { |verdict, count| "#{count} #{verdict}" }.join(", "),
           planned
         )
  end

  # A load between places on a line of a thousand minutes: as much driving to the pickup, and to the delivery.
  def self.reach(from, pickup, delivery, opens)
    loaded = (delivery - pickup).abs
    rows = [
      [(from - pickup).abs, opens, opens + 7200],
      [loaded, opens + (loaded * 90), opens + (loaded * 90) + 14_400]
    ]
    stops =
      rows.map do |drive, from_at, to|
        Core::Hours::TripStop.new(
          name: "",
          drive_minutes: drive,
          service_minutes: 60,
          opens: from_at.to_i / 60,
          closes: to.to_i / 60,
          drive_windows: nil
        )
      end
    Core::Hours::Trip.new(stops:, split_rest: false, waiting_status: "off_duty")
  end

  def self.trip(split, random)
    at = Time.utc(2026, 11, 9, 12)
    stops =
      Array.new(4) do |i|
        drive = i.zero? ? random.rand(0..120) : random.rand(300..700)
        at += (drive * 60) + 3600 + (i.zero? ? 0 : drive * 72)
        opens = at + (random.rand(-4..6) * 3600)
        {
          "name" => "stop #{i}",
          "drive_minutes" => drive,
          "service_minutes" => random.rand(30..120),
          "opens" => whole(opens),
          "closes" => whole(opens + (random.rand(1..8) * 3600))
        }
      end
    Core::Hours.read_trip("trip" => { "stops" => stops }, "options" => { "split_rest" => split })
  end

  def self.whole(time) = Time.at(time.to_i / 60 * 60).utc.iso8601

  # A working day, of all days but two from `home` on: pre-trip, drive, dock, drive, break, drive, dock,
  # sleeper.
  def self.record(days, random, home: nil)
    at = Time.utc(2026, 11, 1, 12)
    duty =
      (0...days)
        .reject { |day| home && [home, home + 1].include?(day) }
        .flat_map do |day|
          start = at + (day * 86_400) + (random.rand(0..4) * 900)
          [
            ["on_duty", 0],
            ["driving", 30],
            ["on_duty", 210],
            ["driving", 270],
            ["off_duty", 450],
            ["driving", 480],
            ["on_duty", 660],
            ["sleeper", 700]
          ].map { |status, minute| { "from" => (start + (minute * 60)).iso8601, "status" => status } }
        end
    {
      "rules" => "us_property_70_8",
      "time_zone" => "America/Boise",
      "day_starts" => "00:00",
      "as_of" => (at + (days * 86_400)).iso8601,
      "duty" => duty
    }
  end

  def self.now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end

Bench.run
