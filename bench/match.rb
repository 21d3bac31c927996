# frozen_string_literal: true

require_relative "../config/application"
require_relative "fleet"

# 300 crews and 200 open loads: ranking the crews for one load, a plan for the fleet beside taking the best
# pair each time, and what judging again costs when one trip has moved. In a transaction that is rolled back.
module Bench
  TIMES = 12

  def self.run
    DB.transaction(rollback: :always) do
      @now = Time.utc(2026, 11, 23, 14, 30)
      BenchFleet.new(@now, Random.new(300)).fill
      report
    end
  end

  def self.report
    Store::Roads::Leg.network
    cold = timed { @crews = Work::Match::Crews.at(@now) }
    loads = Work::Match::Freight.all
    ranks =
      Array.new(TIMES) { |i| timed { Web::Match::Board.new(@now).for_load(loads[i * 7].row[:id]) } }.sort
    puts format("%d crews read and planned to the end of their trips in %.2f s", @crews.all.length, cold)
    puts format(
           "ranking them for a load: %.0f ms in the median, %.0f at the most",
           ranks[TIMES / 2] * 1000,
           ranks.last * 1000
         )
    propose = nil
    lines = nil
    spent =
      timed do
        propose = Work::Match::Propose.new(@now)
        lines = propose.lines
      end
    value, greedy = lines.sum { |line| line.choice.value }, propose.greedy.sum(&:value)
    covered = lines.sum { |line| line.choice.fits.length }
    puts format(
           "a plan for %d crews and %d loads in %.1f s: %d loads covered, worth %.3f of what the best " \
             "pair each time is worth",
           @crews.all.length,
           propose.loads.length,
           spent,
           covered,
           value.to_f / greedy
         )
    moved
  end

  def self.moved
    DB[:drivers].where(id: DB[:drivers].min(:id)).update(version: Sequel[:version] + 1)
    DB[:audit_entries].insert(
      at: @now,
      who: "Bench",
      who_ref: "system",
      act: "move",
      record_kind: "driver",
      record_id: 1,
      changes: Sequel.pg_jsonb({})
    )
    puts format("one crew changed: read again in %.0f ms", timed { Work::Match::Crews.at(@now) } * 1000)
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

Bench.run
