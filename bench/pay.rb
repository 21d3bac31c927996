# frozen_string_literal: true

require_relative "../config/application"

# A pay run of 1,000 drivers with 10,000 trips and six deductions each: built and stored, the statements of
# the core alone, all of them on paper, one correction, and all of it locked. Committed, as in life, in the
# bench's own database, which is emptied before and after.
module Bench
  DRIVERS = 1_000
  TRIPS = 10
  DEDUCTIONS = [
    %w[flat 31.25],
    %w[flat 12.00],
    %w[percent_of_gross 1.5],
    %w[per_mile 0.02],
    %w[flat 5.00],
    %w[flat 8.75]
  ].freeze
  FROM = Date.new(2026, 11, 22)
  NOW = Time.utc(2026, 11, 29, 14)

  def self.run
    empty
    DB.transaction { fill }
    DB.run("ANALYZE") # as the server does by itself in time
    report
  ensure
    empty
  end

  def self.empty
    tables = (DB.tables - %i[zips schema_info]).map { |table| DB.literal(table) }
    DB.run(
      "SET session_replication_role = replica; TRUNCATE #{tables.join(", ")} RESTART IDENTITY CASCADE; " \
        "SET session_replication_role = origin"
    )
  end

  def self.report
    by = Work::Actor.system
    id = nil
    opened = timed { id = Work::Pay::OpenPayRun.call({ from: FROM, to: FROM + 6 }, by:, now: NOW) }
    built = timed { Jobs::BuildLargeRun.call(id) }
    puts format(
           "a run of %d drivers, %d trips and %d deductions each: opened in %.1f s, built and stored in " \
             "the worker in %.1f s",
           DRIVERS,
           DRIVERS * TRIPS,
           DEDUCTIONS.length,
           opened,
           built
         )
    core(id)
    one(id)
    puts format("the run's page: %.1f s", timed { JSON.generate(Web::Pay::RunJson.of(id)) })
    look =
      timed do
        Work::Pay::KeepDeduction.preview(
          nil,
          { label: "Fleet-wide", basis: "flat", amount: "3", everyone: true, from_on: FROM },
          now: NOW
        )
      end
    puts format("what a fleet-wide deduction would do, to each of them: %.1f s", look)
    papers(id)
    net = Money.text(Money.cents(DB[:statements].where(pay_run_id: id).sum(:net)))
    puts format(
           "built once more, locked, posted and the books proven: %.1f s",
           timed { Work::Pay::ApprovePayRun.call(id, { total_net: net }, by:, now: NOW) }
         )
  end

  def self.core(id)
    facts = Work::Pay::Facts.new(DB[:pay_runs].first(id:))
    rows = Work::Pay::Items.open(facts.run).group_by { |row| row[:driver_id] }
    requests = rows.map { |driver_id, list| Work::Pay::Request.new(facts, driver_id, list).to_core }
    spent = Array.new(5) { timed { requests.each { |request| Core::Pay.settle(request) } } }.sort[2]
    puts format("the core alone: %.0f statements a second, in the median of five", requests.length / spent)
  end

  # One trip put right touches one driver.
  def self.one(id)
    row = DB[:trip_earnings].first(driver_id: DB[:statements].where(pay_run_id: id).min(:driver_id))
    DB[:trip_earnings].where(id: row[:id]).update(loaded_miles: row[:loaded_miles] + 10)
    puts format(
           "one trip put right: that driver's statement again in %.0f ms",
           timed { Work::Pay::BuildRun.call(id, only: [row[:driver_id]]) } * 1000
         )
  end

  def self.papers(id)
    file_id = Work::Pay::DrawStatements.ask(id, now: NOW)
    puts format(
           "all statements on paper, in the worker, in %.1f s",
           timed { Jobs::DrawStatements.call(file_id) }
         )
  end

  def self.fill
    terminal_id = DB[:terminals].get(:id) || DB[:terminals].insert(name: "Boise", zip: "83702")
    DB[:company].insert_conflict.insert(id: 1, name: "Bench Haulage")
    ids = rows(:drivers, DRIVERS) { |i| { name: format("Driver %04d", i), number: "B#{i}", terminal_id: } }
    plans =
      rows(:pay_plans, DRIVERS) do |i|
        {
          driver_id: ids[i],
          in_force_from: Date.new(2000, 1, 1),
          loaded_mile_rate: "0.58",
          empty_mile_rate: "0.50",
          extra_stop: 25,
          detention_hourly: 20,
          tarp: 50,
          minimum_net: 200
        }
      end
    miles = ->(i) { { loaded_miles: 300 + (i % 400), empty_miles: 20 + (i % 90), miles_estimated: false } }
    trips =
      rows(:trips, DRIVERS * TRIPS) do |i|
        { during: Sequel.lit("tstzrange('2026-11-22', '2026-11-24')"), status: "delivered", **miles.call(i) }
      end
    rows(:trip_earnings, DRIVERS * TRIPS) do |i|
      {
        trip_id: trips[i],
        driver_id: ids[i / TRIPS],
        pay_plan_id: plans[i / TRIPS],
        completed_on: FROM + (i % 7),
        dwell_minutes: Sequel.pg_array([60, 90 + (i % 120)], :integer),
        by_state: Sequel.pg_jsonb([]),
        **miles.call(i)
      }
    end
    DEDUCTIONS.each_with_index do |(basis, amount), i|
      DB[:deductions].insert(
        label: "Deduction #{i}",
        basis:,
        amount:,
        everyone: true,
        from_on: Date.new(2026, 1, 1),
        made_by: "Bench",
        made_at: NOW,
        priority: i + 1
      )
    end
  end

  # Returns their ids.
  def self.rows(table, count, &) =
    DB[table].multi_insert(Array.new(count, &), return: :primary_key, slice: 1000)

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

Bench.run
