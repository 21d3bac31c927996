# frozen_string_literal: true

require_relative "../config/core"
require "json"
require "open3"

# Chains of up to four, the five best, over 5, 10, 20 and 40 thousand postings between 400 towns: in a server, where the
# document is read already, and as a whole process that reads 20,000 loads and 79,800 distances.
module Bench
  TOWNS = 400
  COUNTS = [5_000, 10_000, 20_000, 40_000].freeze
  DAY = 1440
  BEGINS = 29_700_000
  LIMITS = {
    "max_loads" => 4,
    "max_weight_lb" => 45_000,
    "daily_drive_minutes" => 600,
    "service_minutes" => 60
  }.freeze

  def self.run
    @random = Random.new(20)
    @towns = Array.new(TOWNS) { [@random.rand * 1800, @random.rand * 1200] }
    first = nil
    COUNTS.each do |count|
      [150, nil].each do |deadhead|
        question = Core::Freight::Chains.read(document(count, deadhead), roads: nil)
        spent = Array.new(3) { timed { Core::Freight::Chains.best(question) } }.min
        first ||= spent
        puts format(
               "%6d postings, %-22s %.2f s, %.1f times the first",
               count,
               deadhead ? "#{deadhead} empty miles" : "any empty miles",
               spent,
               spent / first
             )
      end
    end
    process
  end

  # The whole command, from the shell.
  def self.process
    text = JSON.generate(document(20_000, 150))
    spent =
      timed do
        Open3.capture2(File.expand_path("../bin/ledger", __dir__), "freight", "chains", stdin_data: text)
      end
    puts format("bin/ledger with 20000 loads and %d distances: %.2f s", TOWNS * (TOWNS - 1) / 2, spent)
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end

  def self.document(count, deadhead)
    limits = deadhead ? LIMITS.merge("deadhead_miles" => deadhead) : LIMITS
    {
      "truck" => {
        "mpg" => "6.5",
        "fuel_price" => "3.90",
        "daily_cost" => "180.00"
      },
      "start" => {
        "place" => "town 0",
        "at" => at(0)
      },
      "end" => {
        "place" => "town 1",
        "by" => at(6 * DAY),
        "within_miles" => 150
      },
      "limits" => limits,
      "loads" => Array.new(count) { |i| load("l#{i}") },
      "distances" => distances,
      "top" => 5
    }
  end

  def self.load(id)
    from, to = Array.new(2) { @random.rand(TOWNS) }
    opens = @random.rand(7 * DAY)
    closes = opens + [120, 480, DAY].sample(random: @random)
    {
      "id" => id,
      "origin" => "town #{from}",
      "destination" => "town #{to}",
      "pickup_from" => at(opens),
      "pickup_to" => at(closes),
      "deliver_by" => at(closes + (miles(from, to) / 45 * 60).round + @random.rand(600..2880)),
      "rate" => format("%.2f", 150 + (miles(from, to) * (1.4 + (@random.rand * 1.6)))),
      "weight_lb" => @random.rand(5_000..48_000)
    }
  end

  def self.distances =
    @distances ||=
      (0...TOWNS)
        .to_a
        .combination(2)
        .map do |from, to|
          far = miles(from, to)
          {
            "from" => "town #{from}",
            "to" => "town #{to}",
            "miles" => far.round(1),
            "drive_minutes" => (far / 55 * 60).round
          }
        end

  def self.miles(from, to) =
    Math.hypot(@towns[from][0] - @towns[to][0], @towns[from][1] - @towns[to][1]) * 1.2
  def self.at(minutes) = Time.at((BEGINS + minutes) * 60, in: "-07:00").iso8601
end

Bench.run
