# frozen_string_literal: true

# Invoices, what is received for them, and what is still owed.
module Store::Billing
  InvoiceLines = Store::Table.of(:invoice_lines)
  InvoiceLoads = Store::Table.of(:invoice_loads)
  Payments = Store::Table.of(:customer_payments)
  Mails = Store::Table.of(:invoice_mails)

  PaymentParts = Store::Table.of(:payment_parts) { def standing = where(undone_at: nil) }

  # The next numbers are held until the transaction ends, so that none is ever missing.
  FIRST_SERIAL = 10_001

  def self.next_serial = next_serials(1).first

  def self.next_serials(count)
    over = { last: Sequel[:invoice_numbers][:last] + count }
    numbers = DB[:invoice_numbers].insert_conflict(target: :id, update: over)
    last = numbers.returning(:last).insert(id: 1, last: FIRST_SERIAL + count - 1).first.fetch(:last)
    ((last - count + 1)..last).to_a
  end

  # Ids of delivered loads of customers who are billed by a rule.
  def self.billed_by_rule =
    DB[:loads]
      .join(:customers, id: :customer_id)
      .where(billable)
      .exclude(bill_by: "by_hand")
      .select_map(Sequel[:loads][:id])

  # Loads whose papers may be billed with what their bill says: rows with customer, terms and what the customer asks
  # for. ids - nil for all that are delivered and not billed
  def self.unbilled(ids = nil)
    loads =
      DB[:loads].join(:customers, id: :customer_id).where(billable).order(:delivery_at, Sequel[:loads][:id])
    loads = loads.where(Sequel[:loads][:id] => ids) if ids
    loads
      .select_all(:loads)
      .select_append(
        Sequel[:customers][:name].as(:customer),
        :terms_days,
        :bill_by,
        :papers_wanted,
        weight.as(:weight_lb),
        billed_before.as(:billed_before_id),
        paper_kinds.as(:paper_kinds),
        detained.as(:detained_at),
        delivered.as(:delivered_at)
      )
      .all
  end

  # Delivered, or cancelled with a charge for the truck that was ordered and not used.
  def self.billable
    unused = DB[:accessorials].where(kind: "not_used").select(:load_id)
    not_used = Sequel.&({ Sequel[:loads][:status] => "cancelled" }, { Sequel[:loads][:id] => unused })
    Sequel.|({ status: Core::Freight::Statuses::BILLABLE }, not_used)
  end

  def self.weight =
    DB[:freight_lines]
      .where(load_id: Sequel[:loads][:id])
      .select { Sequel.function(:coalesce, sum(:weight_lb), 0) }

  # The last invoice that had a load on it.
  def self.billed_before =
    InvoiceLoads.where(load_id: Sequel[:loads][:id]).select(Sequel.function(:max, :invoice_id))

  # What came in for a load.
  def self.paper_kinds =
    Store::Tracking::Papers.where(load_id: Sequel[:loads][:id]).select(
      Sequel.function(:array_agg, Sequel.lit("DISTINCT kind"))
    )

  # When detention was proposed of a load that nobody has decided yet.
  def self.detained =
    DB[:detention_claims]
      .join(:stops, id: :stop_id)
      .where(Sequel[:detention_claims][:status] => "proposed", :load_id => Sequel[:loads][:id])
      .select(Sequel.function(:min, :at))

  # When a load was delivered.
  def self.delivered =
    DB[:trip_loads]
      .join(:check_ins, trip_id: :trip_id)
      .where(load_id: Sequel[:loads][:id], kind: "delivered")
      .select(Sequel.function(:max, :done_at))

  # { load id => Array of kinds } of what came in.
  def self.papers(load_ids) =
    Store::Tracking::Papers.where(load_id: load_ids).select_hash_groups(:load_id, :kind)

  def self.accessorials(load_ids) =
    DB[:accessorials].where(load_id: load_ids).order(:position, :id).all.group_by { |row| row[:load_id] }

  # { load id => row with the id, name and trip_id } of who delivered each.
  def self.drivers(load_ids) =
    DB[:trip_loads]
      .join(:trips, id: :trip_id)
      .join(:trip_drivers, trip_id: Sequel[:trips][:id])
      .join(:drivers, id: :driver_id)
      .where(:load_id => load_ids, Sequel[:trips][:status] => "delivered")
      .order(Sequel[:trips][:id], Sequel[:drivers][:id])
      .select(:load_id, Sequel[:drivers][:id], Sequel[:drivers][:name], Sequel[:trips][:id].as(:trip_id))
      .as_hash(:load_id)

  # Payments of which something pays no invoice yet, the oldest first: rows with what is left. customer_id - nil for all
  def self.unapplied(customer_id = nil)
    used =
      PaymentParts.standing.group(:payment_id).select(:payment_id, Sequel.function(:sum, :amount).as(:used))
    payments =
      Payments
        .left_join(used.as(:used), payment_id: Sequel[:customer_payments][:id])
        .select_all(:customer_payments)
        .select_append((Sequel[:amount] - Sequel.function(:coalesce, Sequel[:used][:used], 0)).as(:left))
    payments = payments.where(customer_id:) if customer_id
    payments.from_self.where { left > 0 }.order(:received_on, :id).all
  end

  # Of loads that are invoiced and not paid those whose invoice was due before a day: a set of ids.
  def self.overdue(load_ids, today) =
    DB[:loads]
      .join(:invoice_loads, load_id: :id, standing: true)
      .join(:invoices, id: :invoice_id)
      .where(Sequel[:loads][:id] => load_ids, :status => "billed")
      .where { due_on < today }
      .select_set(Sequel[:loads][:id])

  # What is booked and not billed: { customer id => dollars }.
  def self.booked =
    DB[:loads]
      .where(status: Core::Freight::Statuses::UNBILLED)
      .group(:customer_id)
      .select_hash(:customer_id, Sequel.function(:sum, :total).as(:total))

  # What a customer may owe, against what he does and will: Core::Billing::Credit. but - id of a load that is left out
  def self.credit(customer_id, but: nil)
    limit, stops = Store::Fleet::Customers.at(customer_id).get(%i[credit_limit credit_stops])
    # Where there is none, nothing is added up.
    return Core::Billing::Credit.new(limit_cents: nil, owed_cents: 0, booked_cents: 0, stops:) unless limit

    booked = DB[:loads].where(customer_id:, status: Core::Freight::Statuses::UNBILLED).exclude(id: but)
    cents = ->(dollars) { Core::Money.cents(dollars || 0) }
    Core::Billing::Credit.new(
      limit_cents: cents.call(limit),
      owed_cents: cents.call(Invoices.owed(customer_id)),
      booked_cents: cents.call(booked.sum(:total)),
      stops:
    )
  end
end
