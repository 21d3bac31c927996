# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Billing::BillByRule do
  def rule(**said) = DB[:customers].where(id: customer_id).update(said)
  # And what the worker does of it.
  def look(at = now)
    described_class.call(now: at).tap { mail }
  end
  def mail
    waiting = DB[:que_jobs].where(job_class: "Jobs::MailInvoice")
    ids = waiting.select_map(:kwargs).map { |kwargs| kwargs["invoice_id"] }
    waiting.delete
    ids.each { |invoice_id| mailing.run(invoice_id:) }
  end
  def mailing = Jobs::MailInvoice.new({}).tap { |job| allow(job).to receive(:finish) }
  def delivered(crew = self.crew, by: driver)
    id, trip_id = sent(crew)
    deliver(trip_id, by:)
    keep_photo(trip_id, by:)
    id
  end
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
  end

  it "mails what could not be mailed later, once, and lets it hold up nothing else" do
    rule(bill_by: "each_load", bill_email: "payables@example.com")
    first = delivered
    second = delivered(crew("Opal Jensrud", tractor: "T-102", trailer: "V-202"), by: driver("Opal Jensrud"))
    expect(described_class.call(now:).length).to eq(2)
    ids = DB[:invoice_loads].where(load_id: [first, second]).select_order_map(:invoice_id)
    broken = instance_double(Papers::Invoice)
    allow(broken).to receive(:render).and_raise(IOError, "no room")
    allow(Papers::Invoice).to receive(:new).and_return(broken)
    expect { mailing.run(invoice_id: ids.first) }.to raise_error(IOError)
    allow(Papers::Invoice).to receive(:new).and_call_original
    2.times { mailing.run(invoice_id: ids.last) }
    expect(DB[:invoice_mails].select_map(:invoice_id)).to eq([ids.last])
    mailing.run(invoice_id: ids.first)
    expect(DB[:invoice_mails].count).to eq(2)
  end

  it "bills the others where one of several changed in the meantime" do
    rule(bill_by: "each_load")
    ready = delivered
    id, trip_id = sent(crew("Opal Jensrud", tractor: "T-102", trailer: "V-202"))
    deliver(trip_id, by: driver("Opal Jensrud"))
    allow(Work::Billing::Facts).to receive(:looked_at).and_wrap_original do |original, *more|
      original.call(*more).map { |load| load.with(waits: [], unusual: []) }
    end
    expect(look.flat_map { |made| on(made) }).to eq([ready])
    expect([DB[:loads].where(id:).get(:status), DB[:invoices].count]).to eq(["delivered", 1])
    expect(DB[:invoice_numbers].get(:last)).to eq(Store::Billing::FIRST_SERIAL) # none is missing
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
