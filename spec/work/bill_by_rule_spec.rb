# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Billing::BillByRule do
  def rule(**said) = DB[:customers].where(id: customer_id).update(said)
  def look(at = now) = described_class.call(pdf: ->(id) { "%PDF of #{id}" }, now: at)
  def delivered(crew = self.crew, by: driver)
    id, trip_id = sent(crew)
    deliver(trip_id, by:)
    keep_photo(trip_id, by:)
    id
  end
  def invoices = DB[:invoices].order(:id)
  def on(invoice_id) = DB[:invoice_loads].where(invoice_id:).select_order_map(:load_id)

  it "bills each load the moment it is ready, once, and mails it" do
    rule(bill_by: "each_load", bill_email: "payables@example.com")
    id, trip_id = sent(crew)
    deliver(trip_id)
    expect(look).to eq([])
    keep_photo(trip_id)
    later = now + (12 * Given::HOUR)
    made = look(later)
    expect([made.length, on(made.first), DB[:loads].where(id:).get(:status)]).to eq([1, [id], "billed"])
    expect(DB[:invoice_mails].select_map(%i[invoice_id to by])).to eq(
      [[made.first, "payables@example.com", "Crew Ledger"]]
    )
    expect([look(later), DB[:invoice_mails].count]).to eq([[], 1])
  end

  it "leaves who is billed by hand, and mails nobody without an address" do
    delivered
    expect(look).to eq([])
    rule(bill_by: "each_load", bill_email: "", email: "")
    expect([look.length, DB[:invoice_mails].count]).to eq([1, 0])
    rule(email: "office@example.com")
    look
    expect(DB[:invoice_mails].select_map(:to)).to eq(["office@example.com"])
  end

  it "mails what was made and could not be mailed" do
    rule(bill_by: "each_load", bill_email: "payables@example.com")
    delivered
    broken = ->(_) { raise IOError, "no room" }
    expect { described_class.call(pdf: broken, now:) }.to raise_error(IOError)
    expect([invoices.count, DB[:invoice_mails].count]).to eq([1, 0])
    look
    expect([invoices.count, DB[:invoice_mails].count]).to eq([1, 1])
  end

  # now is a Monday.
  it "bills a week on one invoice, from the Monday after on, by the company's clock" do
    rule(bill_by: "each_week")
    first = delivered
    second = delivered(crew("Opal Jensrud", tractor: "T-102", trailer: "V-202"), by: driver("Opal Jensrud"))
    sunday = Time.utc(2026, 11, 30, 6, 59)
    expect(look(sunday)).to eq([])
    made = look(sunday + 60)
    expect([made.length, on(made.first)]).to eq([1, [first, second].sort])
  end
end
