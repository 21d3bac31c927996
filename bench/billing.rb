# frozen_string_literal: true

require_relative "../config/application"
require_relative "fleet"

# The desk of what is to be billed; loads invoiced one by one and by rule, on paper too;
# what is owed of 50,000 open invoices; a bank's file of 10,000 lines: in a
# transaction that is rolled back.
module Bench
  LOADS = 5_000
  BY_HAND = 500
  PAPERS = 50
  OPEN = 50_000
  LINES = 10_000
  TAKEN = 500

  def self.run
    @now = Time.utc(2026, 11, 23, 14, 30)
    @by = Work::Actor.new(ref: "account:1", name: "Bench", roles: ["settlement_clerk"])
    DB.transaction(rollback: :always) do
      DB[:company].insert_conflict.insert(id: 1, name: "Bench Haulage")
      DB[:loads].where(status: %w[delivered papers_in]).update(status: "cancelled")
      ids = ready
      spent = timed { Work::Billing::Facts.looked_at(@now.to_date) }
      puts format("the desk of %d ready loads, with what is unusual: %.0f ms", LOADS, spent * 1000)
      invoiced(ids.first(BY_HAND))
      made = DB[:invoice_loads].where(load_id: ids.first(PAPERS)).select_map(:invoice_id)
      spent = timed { made.each { |id| Papers::Invoice.new(Reads::Billing::Invoice.of(id)).render } }
      puts format("%d on paper: %.0f a second", PAPERS, PAPERS / spent)
      owing
      constant = timed { DB.get(1) }
      spent = Array.new(5) { timed { Reads::Billing::Receivables.accounts(@now.to_date) } }.min
      puts format(
             "what is owed of %d: %.0f ms, %.0f times a constant answer",
             OPEN,
             spent * 1000,
             spent / constant
           )
      bank
    end
  end

  # One by one, and the rest by the worker.
  def self.invoiced(ids)
    puts format(
           "%d invoiced by hand: %.0f a second",
           ids.length,
           ids.length / timed { ids.each { bill(_1) } }
         )
    DB[:customers].where(name: "Bench customer").update(bill_by: "each_load", bill_email: "", email: "")
    made = 0
    spent = timed { made = Work::Billing::BillByRule.call(now: @now).length }
    raise "#{made} were invoiced" if made < LOADS - ids.length

    puts format("%d invoiced by the worker: %.0f a second", made, made / spent)
  end

  def self.bank
    spent = timed { Work::Billing::TakeBankFile.call(bank_file, preview: true, by: @by, now: @now) }
    puts format("a bank's file of %d lines matched: %.1f s", LINES, spent)
    few = bank_file.lines.first(TAKEN + 1).join
    spent = timed { Work::Billing::TakeBankFile.call(few, preview: false, by: @by, now: @now) }
    puts format("%d of them taken in: %.0f a second", TAKEN, TAKEN / spent)
  end

  # Delivered loads with their papers in.
  def self.ready
    row = DB[:loads].first(id: booked).except(:id)
    picture = File.binread(File.expand_path("../demo/pictures/scale_ticket.png", __dir__))
    paper = {
      kind: "bol",
      content_type: "image/png",
      bytes: picture.bytesize,
      sha256: "0",
      by: "Bench",
      at: @now
    }
    Array.new(LOADS) do |i|
      DB[:loads]
        .insert({ **row, number: "B#{i}", status: "papers_in" })
        .tap do |load_id|
          paper_id = DB[:papers].insert(load_id:, **paper)
          DB[:paper_contents].insert(paper_id:, content: Sequel.blob(picture)) if i < PAPERS
        end
    end
  end

  def self.booked
    customer_id = Work::Fleet::AddRecord.call(:customers, { name: "Bench customer" }, by: @by, now: @now)
    zips = DB[:zips].where(state: "ID").order(:zip).limit(2).select_map(:zip)
    stops = %w[pickup delivery].zip(zips).map { |kind, where| { kind:, where:, from: @now } }
    price = { kind: "per_mile", rate: "2.80", fuel_kind: "per_mile", fuel_rate: "0.48" }
    freight = [{ what: "Freight", weight_lb: 40_000 }]
    Work::Freight::BookLoad.call({ customer_id:, price:, freight:, stops: }, by: @by, now: @now)
  end

  def self.bill(id) =
    Work::Billing::MakeInvoice.call({ key: "bench-#{id}", load_ids: [id] }, by: @by, now: @now)

  # Of 500 customers.
  def self.owing
    customers = Array.new(500) { |i| DB[:customers].insert(name: "Owing #{i}") }
    dice = Random.new(1)
    rows =
      Array.new(OPEN) do |i|
        on = @now.to_date - dice.rand(150)
        {
          number: "I-#{200_000 + i}",
          customer_id: customers[i % 500],
          invoiced_on: on,
          due_on: on + 30,
          total: BigDecimal(dice.rand(50_000..500_000)) / 100,
          made_by: "Bench",
          made_at: @now
        }
      end
    DB[:invoices].multi_insert(rows, slice: 1_000)
    DB.run("ANALYZE invoices")
  end

  def self.bank_file
    owed = DB[:invoices].where(Sequel.like(:number, "I-2_____")).limit(LINES).select_map(%i[number total])
    [
      "date,words,amount",
      *owed.map { |number, total| "11/20/2026,ACH PAYMENT #{number},#{total.to_s("F")}" }
    ].join("\n")
  end

  def self.timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

Bench.run
