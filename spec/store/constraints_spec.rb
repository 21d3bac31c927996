# frozen_string_literal: true

require "app_helper"

# What must never be wrong is refused by the database itself, whatever the code above it does.
RSpec.describe Store do
  def broken(&block)
    DB.transaction(savepoint: true, &block)
    nil
  rescue Sequel::DatabaseError => e
    Work::Act.broken_constraint(e) || e.message[/ERROR:\s+(.*)/, 1]
  end

  it "keeps a driver off two trips at a time, and a unit too" do
    sent
    other = book
    span = Work::Freight::TripPlan.new(other).range
    trip_id = DB[:trips].insert(during: span, loaded_miles: 1, empty_miles: 0)
    expect(broken { DB[:trip_drivers].insert(trip_id:, driver_id:, during: span) }).to eq(
      "trip_drivers_once_at_a_time"
    )
    expect(broken { DB[:trip_units].insert(trip_id:, unit_id:, role: "tractor", during: span) }).to eq(
      "trip_units_once_at_a_time"
    )
    expect(broken { DB[:trip_drivers].insert(trip_id:, driver_id:, during: span, live: false) }).to be_nil
  end

  it "knows the states and kinds, and no others" do
    load_id, trip_id = sent
    expect(broken { DB[:loads].where(id: load_id).update(status: "lost") }).to eq("loads_state_known")
    expect(broken { DB[:trips].where(id: trip_id).update(status: "parked") }).to eq("trips_state_known")
    expect(broken { DB[:stops].where(load_id:).update(kind: "visit") }).to eq("stops_kind_known")
    expect(
      broken { DB[:accounts].where(id: maren.id).update(roles: Sequel.pg_array(["king"], :text)) }
    ).to eq("accounts_roles_known")
    expect(broken { DB[:units].where(id: unit_id).update(kind: "trailer") }).to eq("units_trailer_kind_known")
  end

  it "bills nothing without an invoice, closes nothing unpaid, and numbers an invoice once" do
    first, second = Array.new(2) { book }
    change = ->(id, **columns) { broken { DB[:loads].where(id:).update(columns) } }
    expect(change.call(first, status: "billed")).to eq("loads_billed_have_invoice")
    expect(change.call(first, status: "closed", invoice_number: "JF-1", invoiced_on: "2026-11-20")).to eq(
      "loads_closed_are_paid"
    )
    expect(
      change.call(
        first,
        status: "closed",
        invoice_number: "JF-1",
        invoiced_on: "2026-11-20",
        paid_on: "2026-11-19"
      )
    ).to eq("loads_closed_are_paid")
    row = {
      number: "I-1",
      customer_id:,
      invoiced_on: "2026-11-20",
      due_on: "2026-12-20",
      total: 10,
      made_by: "Inez",
      made_at: now
    }
    id = DB[:invoices].insert(row)
    expect(broken { DB[:invoices].insert(row) }).to eq("invoices_number_key")
    expect(broken { DB[:invoices].insert({ **row, number: "I-2", total: -1 }) }).to eq("invoices_sane")
    on = ->(load_id) { broken { DB[:invoice_loads].insert(invoice_id: id, load_id:) } }
    expect([first, second].map { |load_id| on.call(load_id) }).to eq([nil, nil])
    other = DB[:invoices].insert({ **row, number: "I-3" })
    expect(broken { DB[:invoice_loads].insert(invoice_id: other, load_id: first) }).to eq(
      "invoice_loads_once"
    )
  end

  it "keeps prices, weights and windows possible" do
    load_id = book
    expect(broken { DB[:loads].where(id: load_id).update(total: -1) }).to eq("loads_money_not_negative")
    expect(broken { DB[:freight_lines].where(load_id:).update(weight_lb: -5) }).to eq(
      "freight_lines_positive"
    )
    expect(broken { DB[:stops].where(load_id:, position: 0).update(to_at: now - Given::HOUR) }).to eq(
      "stops_window_in_order"
    )
    expect(
      broken { DB[:loads].where(id: load_id).update(temperature_low_f: 9, temperature_high_f: 1) }
    ).to eq("loads_temperature_in_order")
  end

  it "leaves no orphan" do
    load_id, = sent
    expect(broken { DB[:customers].where(id: customer_id).delete }).to eq("loads_customer_id_fkey")
    expect(broken { DB[:loads].where(id: load_id).delete }).to include("_load_id_fkey")
    expect(broken { DB[:drivers].where(id: driver_id).delete }).to include("_driver_id_fkey")
  end

  it "changes nothing in the audit trail and in check-ins" do
    _, trip_id = sent
    check_in(trip_id, "accepted")
    expect(broken { DB[:audit_entries].update(who: "nobody") }).to include("append-only")
    expect(broken { DB[:audit_entries].delete }).to include("append-only")
    expect(broken { DB[:check_ins].update(note: "x") }).to include("append-only")
  end

  it "locks an approved pay run's statements and lines, and the run itself" do
    _, trip_id = sent
    deliver(trip_id)
    keep_photo(trip_id)
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    expect(broken { DB[:statement_lines].update(rate: "0.58") }).to be_nil
    Work::Pay::ApprovePayRun.call(run_id, { total_net: Web::Pay::RunJson.of(run_id)[:net] }, by: inez, now:)
    expect(broken { DB[:statement_lines].update(amount: 1) }).to include("is locked")
    expect(broken { DB[:statement_lines].delete }).to include("is locked")
    expect(
      broken do
        DB[:statement_lines].insert(
          statement_id: DB[:statements].get(:id),
          position: 99,
          section: "earnings",
          kind: "one_time",
          label: "x",
          quantity: "1",
          rate: "1",
          amount: 1
        )
      end
    ).to include("is locked")
    expect(broken { DB[:statements].update(net: 0, gross: 0) }).to include("is locked")
    expect(broken { DB[:pay_runs].update(status: "draft") }).to include("is locked")
  end

  it "pays a trip to a driver once, and keeps pay runs apart" do
    _, trip_id = sent
    deliver(trip_id)
    row = DB[:trip_earnings].first.except(:id)
    expect(broken { DB[:trip_earnings].insert(row) }).to eq("trip_earnings_once")
    DB[:pay_runs].insert(from_on: Date.new(2026, 11, 22), to_on: Date.new(2026, 11, 28))
    expect(
      broken { DB[:pay_runs].insert(from_on: Date.new(2026, 11, 28), to_on: Date.new(2026, 12, 4)) }
    ).to eq("pay_runs_periods_apart")
  end
end
