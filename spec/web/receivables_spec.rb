# frozen_string_literal: true

require "app_helper"
require "pdf/reader"

# What is owed, beside money that simply comes in.
RSpec.describe Web::Billing do
  let(:client) { api(inez) }
  let!(:invoice) { billed }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def key = SecureRandom.hex(8)
  def post(path, **said) = client.call(:post, path, { key:, **said })
  def billed
    id, trip_id = sent(crew)
    deliver(trip_id)
    keep_photo(trip_id)
    post("/api/invoices", load_ids: [id])
  end
  def paid(dollars, **more) =
    post(
      "/api/customer-payments",
      customer_id:,
      kind: "cheque",
      reference: "881",
      amount: dollars.to_s("F"),
      received_on: "2026-11-23",
      **more
    )
  def total = BigDecimal(invoice[:total])
  def full = client.call(:get, "/api/invoices/#{invoice[:id]}")
  def load_status = DB[:loads].where(id: invoice[:loads].first[:id]).get(:status)
  def proven = Work::Billing::ProveBooks.call + Work::Pay::ProveBooks.call
  def holds = client.call(:get, "/api/books").to_h { |row| row.values_at(:account, :amount) }
  def terms(percent, days) =
    DB[:customers].where(id: customer_id).update(discount_percent: percent, discount_days: days)

  describe "a discount for paying soon" do
    it "is taken off what is paid within its days and just so short" do
      terms(2, 10)
      off = (total * BigDecimal("0.02")).round(2, half: :up)
      paid(total - off)
      expect([full[:standing], load_status]).to eq(%w[paid closed])
      expect(full[:received].map { |part| part.values_at(:kind, :amount) }).to eq(
        [["cheque", Money.dollars_text(total - off)], ["discount", Money.dollars_text(off)]]
      )
      expect([holds["discounts"], holds["receivables"], proven]).to eq([Money.dollars_text(-off), "0.00", []])
      # Taken back, the money lies unapplied and the discount is no more.
      post("/api/invoices/#{invoice[:id]}/credit", why: "Wrong rate")
      expect(holds).to include("discounts" => "0.00", "unapplied_cash" => Money.dollars_text(total - off))
      expect(proven).to eq([])
    end

    it "is agreed whole: percent and days, or neither" do
      version = DB[:customers].where(id: customer_id).get(:version)
      agree = ->(**said) do
        api(maren).call(
          :put,
          "/api/customers/#{customer_id}",
          { name: "Treasure Basin Onions", version:, **said }
        )
      end
      expect(agree.call(discount_percent: "2")[:error]).to include(
        code: "discount_days",
        path: "/discount_days"
      )
      expect(agree.call(discount_days: 10)[:error]).to include(
        code: "discount_percent",
        path: "/discount_percent"
      )
      expect(agree.call(discount_percent: "20.01", discount_days: 10)[:error]).to include(
        code: "discount_percent"
      )
      expect(agree.call(discount_percent: "20", discount_days: 10)).to include(discount_days: 10)
    end

    it "is not taken a cent below it, nor where nothing is agreed; and who pays all of it has paid" do
      terms(2, 10)
      off = (total * BigDecimal("0.02")).round(2, half: :up)
      paid(total - off - BigDecimal("0.01"))
      expect(full).to include(standing: "open", owed: Money.dollars_text(off + BigDecimal("0.01")))
      paid(off + BigDecimal("0.01"))
      expect([full[:standing], holds["discounts"], holds["unapplied_cash"]]).to eq(["paid", nil, nil])
    end
  end

  describe "what was paid short" do
    def claims = client.call(:get, "/api/claims")
    def short =
      paid(
        total - 40,
        parts: [{ invoice_id: invoice[:id], amount: Money.dollars_text(total - 40) }],
        claims: [{ invoice_id: invoice[:id], reason: "Lumper not agreed" }]
      )

    it "is followed up, and let go with a reason: the books say so" do
      short
      claim = claims.first
      expect(claim).to include(
        amount: "40.00",
        reason: "Lumper not agreed",
        number: invoice[:number],
        next_on: nil
      )
      after =
        post("/api/claims/#{claim[:id]}/note", version: 0, note: "Receipt sent to Ada", next_on: "2026-11-27")
      expect(after.first).to include(note: "Receipt sent to Ada", next_on: "2026-11-27", version: 1)
      expect(post("/api/claims/#{claim[:id]}/let-go", version: 0, why: "Too small")[:error]).to include(
        code: "stale"
      )
      expect(post("/api/claims/#{claim[:id]}/let-go", version: 1, why: " ")[:error]).to include(
        code: "reason_missing"
      )
      expect(post("/api/claims/#{claim[:id]}/let-go", version: 1, why: "Too small to argue")).to eq([])
      expect([full[:standing], load_status, holds["write_offs"], proven]).to eq(
        ["paid", "closed", "-40.00", []]
      )
      expect(post("/api/claims/#{claim[:id]}/let-go", version: 2, why: "Again")[:error]).to include(
        code: "settled_already"
      )
    end

    it "is no claim any more once it is paid, or the invoice is taken back" do
      short
      claim = claims.first
      paid(BigDecimal(40))
      expect(claims).to eq([])
      expect(post("/api/claims/#{claim[:id]}/let-go", version: 0, why: "Late")[:error]).to include(
        code: "settled_already"
      )
    end
  end

  describe "what is sold to a factor" do
    def sell(ids = [invoice[:id]], **said) =
      post(
        "/api/factoring",
        factor: "Ridgeline Factoring",
        advance_percent: "90",
        fee_percent: "2.5",
        invoice_ids: ids,
        **said
      )
    def sold = DB[:factored_invoices].first

    it "is paid in part at once, the rest when the customer has paid him" do
      made = sell[:schedules].first
      advance, fee = [90, BigDecimal("2.5")].map { |percent| (total * percent / 100).round(2, half: :up) }
      held = total - advance - fee
      expect(made).to include(number: /\AF-\d+\z/, amount: invoice[:total], held: Money.dollars_text(held))
      expect([full[:standing], load_status]).to eq(%w[paid closed])
      expect(holds).to include(
        "receivables" => "0.00",
        "bank" => Money.dollars_text(-advance),
        "factoring_fees" => Money.dollars_text(-fee),
        "factor_reserve" => Money.dollars_text(-held)
      )
      expect(client.call(:get, "/api/receivables")[:accounts]).to eq([])
      expect(sell[:error]).to include(code: "not_open", path: "/invoice_ids/0")
      expect(post("/api/invoices/#{invoice[:id]}/credit", why: "Wrong rate")[:error]).to include(
        code: "factored"
      )

      ended = post("/api/factored/#{sold[:id]}/release")[:schedules].first
      expect(ended).to include(held: "0.00", sold: [include(ended: "released")])
      expect(holds).to include("bank" => Money.dollars_text(fee - total), "factor_reserve" => "0.00")
      expect(post("/api/factored/#{sold[:id]}/take-back")[:error]).to include(code: "ended_already")
      expect(proven).to eq([])
    end

    it "is to be paid to him, says its paper, until it comes back" do
      paper = -> do
        bytes = client.call(:get, "/api/invoices/#{invoice[:id]}/pdf")
        PDF::Reader.new(StringIO.new(bytes)).pages.first.text[/Pay to\s+(.+)$/, 1]
      end
      ours = paper.call
      sell
      sold_to = paper.call
      post("/api/factored/#{sold[:id]}/take-back")
      expect([sold_to, paper.call]).to eq(["Ridgeline Factoring", ours])
    end

    it "comes back where the customer never pays him, and is owed again" do
      sell
      post("/api/factored/#{sold[:id]}/take-back")
      expect([full[:standing], full[:owed], load_status]).to eq(["open", invoice[:total], "billed"])
      fee = (total * BigDecimal("2.5") / 100).round(2, half: :up)
      expect(holds).to include(
        "receivables" => Money.dollars_text(-total),
        "bank" => Money.dollars_text(fee),
        "factoring_fees" => Money.dollars_text(-fee),
        "factor_reserve" => "0.00"
      )
      expect(proven).to eq([])
      expect(sell[:schedules].length).to eq(2)
    end

    it "is told as a sheet and on paper, and never for more than all of it" do
      expect(sell(advance_percent: "98", fee_percent: "2.01")[:error]).to include(
        code: "more_than_all",
        path: "/fee_percent"
      )
      id = sell[:schedules].first[:id]
      csv = client.call(:get, "/api/factoring/#{id}/schedule.csv")
      expect(CSV.parse(csv, headers: true).first.to_h).to include(
        "invoice" => invoice[:number],
        "amount" => invoice[:total]
      )
      text =
        PDF::Reader.new(StringIO.new(client.call(:get, "/api/factoring/#{id}/schedule.pdf"))).pages.first.text
      expect(text).to include("Ridgeline Factoring", invoice[:number])
    end
  end

  # An office was paid 100.00 for the load and gave 15.00 back.
  def permit
    sizes = { width_in: 144, height_in: 160, length_in: 900, gross_lb: 78_000 }
    says = { what: "Vault", starts_on: "2026-11-20", made_by: "Tobias", made_at: Time.utc(2026, 11, 20) }
    file_id = DB[:permit_files].insert(load_id: invoice[:loads].first[:id], **sizes, **says)
    paid = { number: "ID-1", fee: 100, refunded: 15, status: "cancelled" }
    DB[:permits].insert(file_id:, jurisdiction: "ID", kind: "single_trip", **paid)
  end

  it "says what a load brought and cost, by customer, lane, week and load, and whose pay is not worked out" do
    margins = ->(by, to: "2026-11-30") { client.call(:get, "/api/margins?from=2026-11-20&to=#{to}&by=#{by}") }
    trip = DB[:trips].first
    pay = DB[:trip_earnings].sum(:pay)
    all = margins.call("load")
    fuel, mile, day = DB[:match_settings].get(%i[fuel_price cost_per_mile cost_per_day])
    miles = trip[:loaded_miles] + trip[:empty_miles]
    minutes = ((trip[:delivered_at] - DB[:check_ins].min(:done_at)) / 60).to_i
    costs = [
      (miles / BigDecimal("6.5") * fuel).round(2, half: :up),
      ((miles * mile) + (day * minutes / 1440)).round(2, half: :up)
    ]
    expect(all[:rows]).to match(
      [
        include(
          label: invoice[:loads].first[:number],
          revenue: invoice[:total],
          pay: Money.dollars_text(pay),
          fuel: Money.dollars_text(costs.first),
          other: Money.dollars_text(costs.last),
          margin: Money.dollars_text(total - pay - costs.sum)
        )
      ]
    )
    sums =
      %w[customer lane week].map { |by| margins.call(by)[:rows].map { |row| row.values_at(:label, :margin) } }
    expect(sums).to eq(
      ["Treasure Basin Onions", "Boise, ID → Pendleton, OR", "2026-11-23"].map do |name|
        [[name, all[:all][:margin]]]
      end
    )
    permit
    left = total - pay - costs.sum - 85
    expect(margins.call("load")[:rows]).to match(
      [include(permits: "85.00", margin: Money.dollars_text(left))]
    )
    DB[:trip_earnings].update(pay: nil)
    expect(margins.call("load")[:unknown]).to eq([invoice[:loads].first[:number]])
    expect(margins.call("load", to: "2026-11-22")).to include(rows: [], all: nil)
    expect(margins.call("load", to: "2026-11-19")[:error]).to include(code: "wrong_days", path: "/to")
  end

  it "marks a load whose invoice is overdue, from the day after it was due on" do
    due_on = Date.parse(invoice[:due_on])
    marked = -> { client.call(:get, "/api/loads?status=billed")[:rows].map { |row| row[:overdue] } }
    Clock.hold(
      Store::Company.zone.local_to_utc(Time.utc(*due_on.then { |day| [day.year, day.month, day.day] }, 23))
    )
    expect(marked.call).to eq([false])
    Clock.hold(Clock.now + (2 * Given::HOUR))
    expect(marked.call).to eq([true])
    paid(total)
    expect(client.call(:get, "/api/loads?status=closed")[:rows].map { |row| row[:overdue] }).to eq([false])
  end

  it "tells a customer what he owes and how old it is" do
    Clock.hold(now + (75 * 24 * Given::HOUR))
    text =
      PDF::Reader
        .new(StringIO.new(client.call(:get, "/api/customers/#{customer_id}/statement.pdf")))
        .pages
        .first
        .text
    expect(text).to include("Statement of account", invoice[:number], "31 to 60 days")
    DB[:customers].where(id: customer_id).update(email: "", bill_email: "")
    expect(post("/api/customers/#{customer_id}/statement/mail")[:error]).to include(code: "no_address")
    DB[:customers].where(id: customer_id).update(bill_email: "payables@example.com")
    expect(post("/api/customers/#{customer_id}/statement/mail")).to include(:accounts)
    expect(DB[:que_jobs].where(job_class: "Jobs::SendMail").count).to eq(1)
  end
end
