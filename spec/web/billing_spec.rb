# frozen_string_literal: true

require "app_helper"

RSpec.describe Web::Billing do
  let(:client) { api(inez) }
  let(:load_id) { papers_in(crew) }

  def papers_in(crew, **more)
    id, trip_id = sent(crew, **more)
    deliver(trip_id)
    keep_photo(trip_id)
    id
  end

  def bill(id = load_id, number: "JF-1", on: "2026-11-23") =
    client.call(
      :post,
      "/api/loads/#{id}/invoice",
      { key: "bill #{id} #{number} #{on}", invoice_number: number, invoiced_on: on }
    )
  def pay(on) = client.call(:post, "/api/loads/#{load_id}/payment", { key: "pay #{on} it", paid_on: on })

  it "bills and closes a load whose papers are in, once for its key" do
    expect([bill, bill].map { |load| load.values_at(:status, :invoice) }).to eq(
      [["billed", { number: "JF-1", invoiced_on: "2026-11-23", paid_on: nil }]] * 2
    )
    expect(pay("2026-11-23")).to include(status: "closed", invoice: include(paid_on: "2026-11-23"))
    expect(Store::Company.audit("load", load_id).select_map(:act).first(2)).to eq(%w[close_load bill_load])
  end

  it "refuses a load without papers, a number that is taken, days that have not come or run backwards" do
    Clock.hold(now)
    bill(book)
    expect(client.error[:code]).to eq("wrong_status")
    bill(on: "2026-11-26")
    expect(client.error.slice(:code, :path)).to eq({ code: "not_yet", path: "/invoiced_on" })
    pay("2026-11-23")
    expect(client.error[:code]).to eq("wrong_status")
    bill
    other =
      DB[:loads].insert(
        DB[:loads]
          .first(id: load_id)
          .except(:id, :number, :invoice_number, :invoiced_on)
          .merge(status: "papers_in")
      )
    bill(other)
    expect(client.error.slice(:code, :path)).to eq({ code: "invoice_taken", path: "/invoice_number" })
    pay("2026-11-20")
    expect(client.error.slice(:code, :path)).to eq({ code: "before_invoice", path: "/paid_on" })
  end
end
