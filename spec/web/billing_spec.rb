# frozen_string_literal: true

require "app_helper"

RSpec.describe Web::Billing do
  let(:client) { api(inez) }
  let(:load_id) { papers_in(crew) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def papers_in(crew, **more)
    id, trip_id = sent(crew, **more)
    deliver(trip_id)
    keep_photo(trip_id)
    id
  end

  # A load that is delivered and has its papers, as the first but its own.
  def another(**more)
    copy = DB[:loads].first(id: load_id).except(:id, :number, :invoice_number, :invoiced_on, :paid_on)
    id = DB[:loads].insert(copy.merge(status: "papers_in", **more))
    paper = DB[:papers].where(load_id:).first.except(:id)
    DB[:papers].insert(paper.merge(load_id: id))
    id
  end

  def bill(*ids, **more) =
    client.call(
      :post,
      "/api/invoices",
      { key: SecureRandom.hex(8), load_ids: ids.empty? ? [load_id] : ids, **more }
    )
  def paid(amount, **more) =
    client.call(
      :post,
      "/api/customer-payments",
      {
        key: SecureRandom.hex(8),
        customer_id:,
        kind: "cheque",
        reference: "881",
        amount:,
        received_on: "2026-11-23",
        **more
      }
    )
  def invoice(id) = client.call(:get, "/api/invoices/#{id}")
  def credit(id, why: "Wrong rate") =
    client.call(:post, "/api/invoices/#{id}/credit", { key: SecureRandom.hex(8), why: })
  def status(id = load_id) = DB[:loads].where(id:).get(:status)
  def proven = Work::Billing::ProveBooks.call + Work::Pay::ProveBooks.call
  def holds = client.call(:get, "/api/books").to_h { |row| row.values_at(:account, :amount) }

  it "bills a load with the lines of its price, once, and closes it when all of it is paid" do
    total = DB[:loads].where(id: load_id).get(:total)
    made = bill
    expect(made).to include(
      number: "I-10001",
      total: Money.dollars_text(total),
      owed: Money.dollars_text(total),
      invoiced_on: "2026-11-23",
      due_on: "2026-12-23"
    )
    expect(made[:lines].sum { |line| line[:amount].to_d }).to eq(total)
    expect([status, bill[:error][:code]]).to eq(%w[billed wrong_status])
    paid("100.00")
    expect([status, invoice(made[:id])[:owed]]).to eq(["billed", Money.dollars_text(total - 100)])
    paid(Money.dollars_text(total - 100))
    expect([status, invoice(made[:id])[:owed], DB[:loads].where(id: load_id).get(:paid_on)]).to eq(
      ["closed", "0.00", Date.new(2026, 11, 23)]
    )
    expect(holds).to include(
      "bank" => Money.dollars_text(-total),
      "receivables" => "0.00",
      "revenue" => Money.dollars_text(total)
    )
    expect(proven).to eq([])
    expect(Store::Company.audit("load", load_id).select_map(:act).first(2)).to eq(
      %w[receive_payment make_invoice]
    )
  end

  it "says on the desk what a bill waits for, whose move it is, and what is at stake" do
    DB[:customers].where(id: customer_id).update(
      papers_wanted: Sequel.pg_array(%w[bol scale_ticket temperature_record], :text)
    )
    load_id
    waiting = client.call(:get, "/api/billing")[:waiting].first
    expect(waiting[:waits].map { |wait| wait.values_at(:code, :whose, :act) }).to eq(
      [%w[paper_scale_ticket driver ask_driver], %w[paper_temperature_record driver ask_driver]]
    )
    expect(waiting[:total].to_d).to eq(DB[:loads].where(id: load_id).get(:total))
    expect(bill[:error]).to include(code: "not_ready", message: /scale ticket/)
    # The load's own page says the same.
    expect(client.call(:get, "/api/loads/#{load_id}")[:missing]).to eq(
      waiting[:waits].map { |wait| wait.slice(:code, :text) }
    )
    DB[:customers].update(papers_wanted: Sequel.pg_array([], :text))
    expect(client.call(:get, "/api/billing")[:sums]).to include(ready: waiting[:total], waiting: "0.00")
    DB[:detention_claims].insert(
      trip_id: DB[:trip_loads].where(load_id:).get(:trip_id),
      stop_id: DB[:stops].where(load_id:).min(:id),
      minutes: 60,
      charge: 60,
      at: now
    )
    expect(client.call(:get, "/api/billing")[:waiting].first[:waits].map { |wait| wait[:whose] }).to eq(
      ["dispatcher"]
    )
  end

  it "puts several loads of one customer on one invoice, and none on two" do
    second = another
    made = bill(load_id, second)
    expect(made[:loads].map { |load| load[:id] }).to eq([load_id, second])
    third = another
    other = add(:customers, name: "Sawtooth Feeds", terms_days: 10)
    foreign = another(customer_id: other)
    expect(bill(third, foreign)[:error][:code]).to eq("two_customers")
    expect(bill(second, third)[:error][:code]).to eq("wrong_status")
  end

  it "leaves no number out, also where a bill fails half-way" do
    bill
    allow(Work::Billing::Post).to receive(:all).and_raise(Sequel::DatabaseDisconnectError)
    lost = another
    expect {
      Work::Billing::MakeInvoice.call({ key: "lost-half", load_ids: [lost] }, by: inez, now:)
    }.to raise_error(Sequel::DatabaseDisconnectError)
    allow(Work::Billing::Post).to receive(:all).and_call_original
    expect(bill(lost)[:number]).to eq("I-10002")
    change = -> do
      DB.transaction(savepoint: true) { DB[:invoices].where(number: "I-10001").update(total: 1) }
    end
    expect { change.call }.to raise_error(/only added to/)
    expect(proven).to eq([])
  end

  it "takes an invoice back whole, bills anew, and leaves the customer where he should be" do
    first = bill
    paid("250.00")
    expect(credit(first[:id], why: " ")[:error]).to include(code: "reason_missing", path: "/why")
    taken = credit(first[:id])
    expect(taken).to include(owed: "0.00", credited: true, credited_by: include(number: "I-10002"))
    expect([status, credit(first[:id])[:error][:code], proven]).to eq(["papers_in", "credited_already", []])
    expect(holds).to include("unapplied_cash" => "250.00", "receivables" => "0.00", "revenue" => "0.00")
    again = bill
    expect(again).to include(number: "I-10003", rebills: include(number: "I-10001"))
    client.call(:post, "/api/customers/#{customer_id}/apply", { key: "apply-it-1" })
    expect(invoice(again[:id])[:owed].to_d).to eq(again[:total].to_d - 250)
    expect(
      client.call(:post, "/api/customers/#{customer_id}/apply", { key: "apply-it-2" })[:error]
    ).to include(code: "nothing_to_apply")
    expect(proven).to eq([])
  end

  it "pays the oldest due first, keeps what is over, and why one is short" do
    old = bill(invoiced_on: "2026-09-01")
    young = bill(another)
    answer =
      paid(
        (old[:total].to_d - 40).to_s("F"),
        parts: [{ invoice_id: old[:id], amount: (old[:total].to_d - 40).to_s("F") }],
        claims: [{ invoice_id: old[:id], reason: "Lumper not agreed" }]
      )
    expect(invoice(old[:id])).to include(
      owed: "40.00",
      claims: [include(amount: "40.00", reason: "Lumper not agreed")]
    )
    # 1 September and thirty days: 53 days late on 23 November.
    expect(answer[:sums]).to include(current: young[:total], to_60: "40.00")
    account = paid((young[:total].to_d + 100).to_s("F"))[:accounts].first
    expect(account).to include(total: "0.00", unapplied: "60.00", open: 0)
    expect(proven).to eq([])
  end

  it "refuses what is beyond an invoice or the payment, another's invoice, and days to come" do
    made = bill
    part = ->(amount, id = made[:id]) { { parts: [{ invoice_id: id, amount: }] } }
    codes =
      [
        paid("50.00", **part.call("60.00")),
        paid("99999.00", **part.call("99998.00")),
        paid("50.00", **part.call("50.00", 999_999)),
        paid("50.00", received_on: "2026-11-26"),
        paid("50.00", customer_id: 999_999)
      ].map { |answer| answer[:error].values_at(:code, :path) }
    expect(codes).to eq(
      [
        %w[beyond_receipt /parts],
        %w[beyond_invoice /parts/0/amount],
        %w[not_open /parts/0/amount],
        %w[not_yet /received_on],
        ["not_found", ""]
      ]
    )
    expect(bill(book)[:error][:code]).to eq("wrong_status")
    expect(bill(another, invoiced_on: "2026-11-26")[:error]).to include(code: "not_yet", path: "/invoiced_on")
    expect([DB[:customer_payments].count, proven]).to eq([0, []])
  end

  it "is one payment for its key, and of two who bill at once one does" do
    load_id
    key = "same-key-1"
    body = { key:, customer_id:, kind: "ach", amount: "10.00", received_on: "2026-11-23" }
    2.times { client.call(:post, "/api/customer-payments", body) }
    expect(DB[:customer_payments].count).to eq(1)
  end

  it "mails it with its papers behind it, and writes the journal" do
    made = bill
    mail = ->(key, **to) { client.call(:post, "/api/invoices/#{made[:id]}/mail", { key:, **to }) }
    DB[:customers].update(email: "", bill_email: "")
    expect(mail.call("mail-it-1")[:error]).to include(code: "no_address", path: "/to")
    DB[:customers].update(bill_email: "bills@example.com")
    expect(mail.call("mail-it-2")[:mails].map { |one| one[:to] }).to eq(["bills@example.com"])
    attachment = DB[:mails].order(:id).last[:attachment]
    pages = PDF::Reader.new(StringIO.new(attachment)).pages.map(&:text)
    expect([pages.length, pages.first]).to match([2, /Invoice I-10001.*Total: \$/m])
    csv =
      CSV.parse(
        client.call(:get, "/api/books/journal.csv?from=2026-11-01&to=2026-12-31", raw: true),
        headers: true
      )
    sums = %w[debit credit].map { |side| csv.sum { |row| row[side].to_d } }
    expect(sums).to eq([made[:total].to_d] * 2)
  end

  describe "the bank's file" do
    def take(text, preview: false) = client.call(:post, "/api/bank-imports", { csv: text, preview: })
    def waiting = client.call(:get, "/api/bank-lines")

    it "matches by number, customer and amount, keeps the rest for a person, and is taken once" do
      first, second, third = bill, bill(another), bill(another)
      DB[:customers].where(id: customer_id).update(name: "Sawtooth Feeds, Inc.")
      file = <<~CSV
        Date;Description;Amount;Check number
        11/20/2026;"ACH SAWTOOTH FEEDS INC PMT #{first[:number]}";"#{first[:total]}";
        11/20/2026;PAYMENT I#{second[:number].delete("^0-9")} LESS LUMPER;#{(second[:total].to_d - 40).to_s("F")};771
        11/21/2026;FUEL CARD;-412.10;
        11/21/2026;REFUND UTILITY;(18.00);
        11/22/2026;COUNTER DEPOSIT;33.00;
        11/22/2026;COUNTER DEPOSIT;33.00;
      CSV
      expect(take(file, preview: true)).to include(
        taken: 4,
        matched: 2,
        waiting: 2,
        out: 2,
        known: 0,
        done: false
      )
      expect(DB[:bank_lines].count).to eq(0)
      expect(take(file)).to include(taken: 4, matched: 2, done: true)
      expect([invoice(first[:id])[:owed], invoice(second[:id])[:owed], invoice(third[:id])[:owed]]).to eq(
        ["0.00", "40.00", third[:total]]
      )
      expect(take(file)).to include(taken: 0, known: 4, done: true)
      expect([waiting.length, DB[:customer_payments].count, proven]).to eq([2, 2, []])
      settle = ->(id, **how) do
        client.call(:post, "/api/bank-lines/#{id}/settle", { key: SecureRandom.hex(8), **how })
      end
      mine, other = waiting.map { |line| line[:id] }
      expect(settle.call(other, aside_why: " ")[:error]).to include(
        code: "reason_missing",
        path: "/aside_why"
      )
      expect(settle.call(other, aside_why: "Tax refund").map { |line| line[:id] }).to eq([mine])
      # The oldest due first: the second invoice is short by 40.
      expect(settle.call(mine, customer_id:)).to eq([])
      expect([invoice(second[:id])[:owed], settle.call(mine, customer_id:)[:error][:code], proven]).to eq(
        ["7.00", "settled_already", []]
      )
    end

    it "names what it cannot read by row and column, and takes nothing" do
      answer = take("date,words,amount\n11/20/2026,ACH,12.00\nsoon,ACH,many\n,,5\n")
      expect(answer[:errors].map { |error| error.values_at(:row, :column) }).to eq(
        [[3, "date"], [3, "amount"], [4, "date"], [4, "words"]].sort_by(&:first)
      )
      expect([answer[:done], DB[:bank_lines].count]).to eq([false, 0])
      expect(take("a,b\n1,2\n")[:error]).to include(code: "missing_column", path: "/csv")
    end
  end
end
