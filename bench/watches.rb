# frozen_string_literal: true

require_relative "../config/application"
require_relative "../stand_ins/postings/service"
require_relative "fleet"
require "rack/mock"

# Looking from a truck over 5, 10 and 20 thousand live postings with all judging, and 100 watches over a stream of 40
# postings a second: 300 crews, in a transaction that is rolled back.
module Bench
  COUNTS = [5_000, 10_000, 20_000].freeze
  LOOKS = 60
  WATCHES = 100
  A_SECOND = 40
  EVERY_SECONDS = 1
  ROUNDS = 20

  def self.run
    @now = Time.utc(2026, 11, 23, 14, 30)
    @stream = postings
    know_ways
    DB.transaction(rollback: :always) do
      DB[:watches].update(ended_at: @now)
      BenchFleet.new(@now, Random.new(300)).fill
      @by = Work::Actor.new(ref: "account:1", name: "Bench", roles: ["dispatcher"])
      @drivers = Work::Match::Crews.at(@now).all.select(&:tractor_id).map { |crew| crew.key.first }
      Work::Market::TakeRegister.call(brokers, now: @now)
      looking
      watching
    end
  end

  # Ways between towns are found once and kept: not what is measured here.
  def self.know_ways
    ways = Work::Market::LaneWays.new
    pairs = @stream.map { |posting| [posting.origin, posting.destination].map(&:downcase) }.uniq
    towns = Store::Market.towns(pairs.flatten.uniq)
    pairs.each { |from, to| ways.between(towns[from], towns[to]) if towns[from] && towns[to] }
  end

  # The stand-in's, as they come over the wire.
  def self.postings
    events = StandIns::Market.new(20).events(@now - (30 * 3600), @now + 7200)
    service = Services::PostingService.new(nil)
    stand_in = StandIns::PostingService.new(File::NULL, per_minute: 1)
    events
      .reject { |event| event[:state] == "gone" }
      .uniq { |event| event[:reference] }
      .map do |event|
        said = stand_in.send(:said, event)
        service.send(:posting, JSON.parse(JSON.generate(said)))
      end
  end

  def self.brokers =
    StandIns::Posters.all.map do |poster|
      poster.to_h.except(:number, :firm).merge(authority_number: poster.number)
    end

  def self.looking
    first = nil
    COUNTS.each do |count|
      live = count - DB[:postings].where(gone_at: nil).count
      Work::Market::TakePostings.call("postings", @stream.shift(live), heard_until: @now, now: @now)
      DB[:postings].update(closes_at: @now + 86_400)
      DB.run("ANALYZE postings")
      spent =
        Array
          .new(2) { @drivers.sample(LOOKS, random: Random.new(1)).map { |id| timed { look(id) } } }
          .last
          .sort
      first ||= spent[LOOKS / 2]
      puts format(
             "%6d live: looking from a truck %.0f ms in the median, %.0f at p95; %.1f times the first",
             DB[:postings].where(gone_at: nil).count,
             spent[LOOKS / 2] * 1000,
             spent[LOOKS * 95 / 100] * 1000,
             spent[LOOKS / 2] / first
           )
    end
  end

  def self.look(driver_id)
    JSON.generate(Web::Market::Finds.new(@now).of(wish(driver_id), @by))
  end

  def self.wish(driver_id) = Work::Market::Wish::NOTHING.with(driver_id:)

  def self.watching
    begin_watches
    # Ways from where the trucks are to towns are found once.
    round(@now)
    spent = Array.new(ROUNDS) { |round| round(@now + ((round + 1) * EVERY_SECONDS)) }
    taken, looked = spent.transpose.map(&:sort)
    puts format(
           "%d watches over %d a second, taken in every %d s: taking in %.2f s, looking %.2f s in the median, " \
             "%.2f at the most; %d postings, %d found",
           WATCHES,
           A_SECOND,
           EVERY_SECONDS,
           taken[ROUNDS / 2],
           looked[ROUNDS / 2],
           looked.last,
           ROUNDS * EVERY_SECONDS * A_SECOND,
           DB[:watch_finds].count
         )
  end

  def self.begin_watches
    @drivers
      .first(WATCHES)
      .each do |driver_id|
        DB[:watches].insert(
          who: "Bench",
          who_ref: "account:0",
          driver_id:,
          radius_miles: 150,
          looked_until: @now,
          made_at: @now
        )
      end
  end

  # [seconds of taking in, seconds of looking]
  def self.round(now)
    batch = @stream.shift(EVERY_SECONDS * A_SECOND).map { |posting| posting.with(pickup_to: now + 86_400) }
    [
      timed { Work::Market::TakePostings.call("postings", batch, heard_until: now, now:) },
      timed { Work::Market::RunWatches.call(now) }
    ]
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

Bench.run
