# frozen_string_literal: true

require "app_helper"

RSpec.describe "What is agreed on price" do
  let(:client) { api(inez) }
  let(:dispatch) { api(maren) }
  let(:monday) { Date.new(2026, 11, 23) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def scale(**said) =
    client.call(
      :put,
      "/api/fuel-scales",
      {
        customer_id:,
        from_on: "2026-01-01",
        region: "us",
        kind: "per_mile",
        base: "1.20",
        step: "0.06",
        each: "0.01",
        counting: "begun",
        places: 2,
        lag_days: 0,
        **said
      }
    )
  def diesel(*rows, preview: false) =
    client.call(:post, "/api/diesel-imports", { csv: ["week_of,diesel", *rows].join("\n"), preview: })
  def priced(**said) =
    { price: { kind: "flat", rate: "1850.00", fuel_kind: "scale", accessorials: [] }, **said }
  def quote(**said) =
    dispatch.call(
      :post,
      "/api/loads/quote",
      {
        customer_id:,
        **booking(**priced).slice(:price),
        stops: [{ kind: "pickup", where: "83702" }, { kind: "delivery", where: "97801" }],
        **said
      }
    )
  # As a page sends it.
  def typed(**more) =
    {
      **booking,
      stops:
        booking[:stops].map do |stop|
          stop.merge(stop.slice(:from, :to).transform_values { |at| at&.iso8601 })
        end,
      **more
    }
  def row(id) = DB[:loads].where(id:).first
  def told(id) = dispatch.call(:get, "/api/loads/#{id}")

  describe "fuel by a customer's own scale" do
    it "is priced by the week's diesel, follows what comes in, and stays where it is billed" do
      expect(quote).to include(error: include(code: "no_fuel_scale", path: "/price/fuel_kind"))
      scale
      id, trip_id = sent(crew, **priced)
      expect(row(id)).to include(fuel_surcharge: 0, diesel_lacking_on: monday)

      expect(diesel("2026-11-16,3.600", "2026-11-23,3.659")).to include(added: 2, moved: 1, done: true)
      miles = row(id)[:miles]
      expect(row(id)).to include(
        fuel_kind: "per_mile",
        fuel_rate: BigDecimal("0.41"),
        fuel_surcharge: (miles * BigDecimal("0.41")).round(2, half: :up),
        diesel_lacking_on: nil
      )
      expect(row(id)[:total]).to eq(1850 + row(id)[:fuel_surcharge])
      expect(quote).to include(
        fuel: include(rate: "0.41", diesel: "3.659", told_on: "2026-11-23", lacking_on: nil)
      )
      expect(told(id)[:price]).to include(fuel_kind: "scale", fuel_rate: "0.41")

      expect(diesel("2026-11-23,3.659")).to include(unchanged: 1, moved: 0)
      expect(diesel("2026-11-23,3.661", preview: true)).to include(changed: 1, done: false)
      expect(diesel("2026-11-23,3.661")).to include(changed: 1, moved: 1)
      expect(row(id)[:fuel_rate]).to eq(BigDecimal("0.42"))

      deliver(trip_id)
      keep_photo(trip_id)
      client.call(:post, "/api/invoices", { key: "fuel-invoice", load_ids: [id] })
      expect(diesel("2026-11-23,4.659")).to include(changed: 1, moved: 0)
      expect(row(id)[:fuel_rate]).to eq(BigDecimal("0.42"))
    end

    it "goes by the day the load was really picked up" do
      scale
      diesel("2026-11-23,3.659", "2026-11-30,4.000")
      id, trip_id = sent(crew, **priced, at: now + (4 * Given::HOUR))
      expect(row(id)[:fuel_rate]).to eq(BigDecimal("0.41"))
      deliver(trip_id, begins: now + (8 * 24 * Given::HOUR))
      expect(row(id)[:fuel_rate]).to eq(BigDecimal("0.47"))
    end

    it "holds the bill up while its week is missing, and says so" do
      scale
      diesel("2026-11-16,3.600")
      id, trip_id = sent(crew, **priced)
      deliver(trip_id)
      keep_photo(trip_id)
      expect(client.call(:post, "/api/invoices", { key: "too-early", load_ids: [id] })).to include(
        error: include(code: "not_ready")
      )
      waits = client.call(:get, "/api/billing")[:waiting].first[:waits]
      expect(waits).to match(
        [include(code: "diesel_price", whose: "biller", act: "take_diesel", text: /Nov 23, 2026/)]
      )
      diesel("2026-11-23,3.659")
      expect(client.call(:get, "/api/billing")[:ready].map { |load| load[:id] }).to eq([id])
    end

    it "keeps a scale that loads go by, and follows one that is changed" do
      scale
      diesel("2026-11-23,3.659")
      id = book(**priced)
      held = client.call(:get, "/api/agreed-prices")[:scales]
      expect(held).to match(
        [include(customer: "Treasure Basin Onions", region: "US", base: "1.20", each: "0.01")]
      )
      expect(client.call(:delete, "/api/fuel-scales/#{held.first[:id]}")).to include(
        error: include(code: "scale_in_use")
      )
      scale(each: "0.02")
      expect(row(id)[:fuel_rate]).to eq(BigDecimal("0.82"))
      expect(client.call(:get, "/api/agreed-prices")[:scales].length).to eq(1)
    end

    it "reads prices as anybody writes them, and names what it cannot" do
      wrong =
        diesel("11/23/2026,$3.659", "2026-11-30,3,659", "2026-11-16,", "2026-11-16,0", "2026-12-07,3.6591")
      expect(wrong[:errors].map { |one| one.values_at(:row, :column) }).to eq(
        [[3, "diesel"], [4, "diesel"], [5, "diesel"], [6, "diesel"]].then do |rows|
          rows.reject { |number, _| number == 3 }
        end
      )
      expect(wrong).to include(done: false)
      twice = diesel("2026-11-23,3.659", "2026-11-23,3.700")
      expect(twice[:errors]).to match([include(row: 3, message: /row 2 with another price/)])
      expect(DB[:diesel_prices].count).to eq(0)
    end
  end

  describe "lanes and charges" do
    def lane(**said) =
      client.call(
        :put,
        "/api/lane-prices",
        {
          customer_id:,
          origin: "boise, id",
          destination: "OR",
          price_kind: "per_mile",
          rate: "2.85",
          from_on: "2026-11-01",
          **said
        }
      )
    def charge(label, amount, whose: nil, code: "tarp") =
      client.call(:put, "/api/charge-prices", { customer_id: whose, code:, label:, amount: })

    it "fill a booking" do
      lane
      charge("Tarps", "75.00")
      charge("Tarps", "100.00", whose: customer_id)
      charge("Layover, a day", "250.00", code: "layover")
      expect(quote.dig(:error, :code)).to eq("no_fuel_scale")
      said = quote(price: { kind: "flat", rate: "0" })
      expect(said[:agreed]).to eq(
        kind: "per_mile",
        rate: "2.85",
        origin: "Boise, ID",
        destination: "OR",
        from_on: "2026-11-01"
      )
      offered = dispatch.call(:get, "/api/customers/#{customer_id}/lanes")
      expect(offered[:charges]).to eq(
        [
          { code: "layover", label: "Layover, a day", amount: "250.00" },
          { code: "tarp", label: "Tarps", amount: "100.00" }
        ]
      )
      lane(until_on: "2026-11-20")
      expect(quote(price: { kind: "flat", rate: "0" })[:agreed]).to be_nil
    end

    it "are refused where nobody could ever ask for them" do
      expect(lane(origin: "Boies, ID")).to include(error: include(code: "unknown_lane_end", path: "/origin"))
      expect(lane(destination: "Oregon")).to include(
        error: include(code: "unknown_lane_end", path: "/destination")
      )
      expect(lane(until_on: "2026-10-31")).to include(error: include(code: "ends_before", path: "/until_on"))
      expect(
        dispatch.call(:put, "/api/charge-prices", { customer_id: nil, code: "tarp", label: "T", amount: "1" })
      ).to include(error: include(code: "not_allowed"))
    end

    it "leave what the permit file put there to it" do
      id = book
      permit =
        DB[:accessorials].insert(load_id: id, position: 0, kind: "permit_fee", label: "Permit OR", amount: 80)
      off = { key: "not-this-one", version: row(id)[:version] }
      expect(dispatch.call(:post, "/api/loads/#{id}/charges/#{permit}/off", off)).to include(
        error: include(code: "of_permits")
      )
    end

    it "are put on a load up to its bill, once, by either desk, over nobody else's change" do
      id, trip_id = sent(crew)
      version = row(id)[:version]
      said = { key: "lumper-at-dock", version:, kind: "lumper", label: "Lumper, Pendleton", amount: "180.00" }
      total = row(id)[:total]
      2.times { dispatch.call(:post, "/api/loads/#{id}/charges", said) }
      expect(row(id)).to include(total: total + 180, accessorial_total: 180)
      expect(dispatch.call(:post, "/api/loads/#{id}/charges", { **said, key: "another-tab" })).to include(
        error: include(code: "stale")
      )

      deliver(trip_id)
      keep_photo(trip_id)
      charge = told(id)[:price][:accessorials].first
      client.call(
        :post,
        "/api/loads/#{id}/charges/#{charge[:id]}/off",
        { key: "not-a-lumper", version: row(id)[:version] }
      )
      expect(row(id)).to include(total:, accessorial_total: 0)
      client.call(:post, "/api/loads/#{id}/charges", { **said, key: "after-all", version: row(id)[:version] })
      made = client.call(:post, "/api/invoices", { key: "with-lumper", load_ids: [id] })
      expect(made[:lines]).to include(include(code: "lumper", label: "Lumper, Pendleton", amount: "180.00"))
      late = { **said, key: "too-late-now", version: row(id)[:version] }
      expect(dispatch.call(:post, "/api/loads/#{id}/charges", late)).to include(
        error: include(code: "wrong_status")
      )
    end
  end

  describe "what is unusual of a bill" do
    def unusual(id) =
      client.call(:get, "/api/billing")[:ready].find { |load| load[:id] == id }[:unusual].map do |one|
        one[:code]
      end

    it "is pointed at, and is billed by a person only" do
      DB[:customers].where(id: customer_id).update(bill_by: "each_load", email: "office@example.com")
      id, trip_id = sent(crew, **priced(price: { kind: "flat", rate: "1850.00", confirmed_total: "1900.00" }))
      deliver(trip_id)
      keep_photo(trip_id)
      expect(unusual(id)).to eq(%w[confirmed])
      at_dock = { kind: "detention", label: "Detention at Boise", amount: "50.00" }
      dispatch.call(
        :post,
        "/api/loads/#{id}/charges",
        { key: "detention-50", version: row(id)[:version], **at_dock }
      )
      expect(unusual(id)).to eq(%w[unauthorised])
      expect(dispatch.call(:post, "/api/loads/#{id}/ask-authorisation", { key: "ask-them-now" })).to include(
        :number
      )
      expect(DB[:mails].order(:id).last).to include(
        to: "office@example.com",
        body: /Detention at Boise: \$50.00/
      )
      expect(Work::Billing::BillByRule.call(now:)).to eq([])
      charge = told(id)[:price][:accessorials].first
      word = { key: "their-number", version: row(id)[:version], authorised_as: "A-8812, Ada" }
      dispatch.call(:post, "/api/loads/#{id}/charges/#{charge[:id]}/authorise", word)
      expect(unusual(id)).to eq([])
      expect(
        dispatch.call(:post, "/api/loads/#{id}/ask-authorisation", { key: "ask-them-again" })
      ).to include(error: include(code: "nothing_to_ask"))
      made = Work::Billing::BillByRule.call(now:)
      expect(DB[:invoice_lines].where(invoice_id: made, code: "detention").get(:label)).to eq(
        "Detention at Boise (A-8812, Ada)"
      )
    end

    it "is what a driver laid out for a lumper, until it is charged" do
      id, trip_id = sent(crew, **priced(price: { kind: "flat", rate: "1850.00" }))
      deliver(trip_id)
      keep_photo(trip_id)
      receipt = {
        trip_id:,
        driver_id:,
        kind: "lumper",
        amount: 180,
        spent_on: "2026-11-23",
        content_type: "image/png",
        sha256: "0",
        at: now
      }
      DB[:receipts].insert(receipt)
      expect(unusual(id)).to eq(%w[lumper])
      charge = {
        key: "as-laid-out",
        version: row(id)[:version],
        kind: "lumper",
        label: "Lumper",
        amount: "180.00"
      }
      client.call(:post, "/api/loads/#{id}/charges", charge)
      expect(unusual(id)).to eq([])
    end

    it "is what dispatch put on it after it was delivered, and not what billing did" do
      id, trip_id = sent(crew, **priced(price: { kind: "flat", rate: "1850.00" }))
      deliver(trip_id)
      keep_photo(trip_id)
      Clock.hold(now + (24 * Given::HOUR))
      put = ->(who, key) do
        charge = { key:, version: row(id)[:version], kind: "tarp", label: "Tarps", amount: "75.00" }
        who.call(:post, "/api/loads/#{id}/charges", charge)
        unusual(id)
      end
      expect([put.call(client, "put-by-billing"), put.call(dispatch, "put-by-dispatch")]).to eq(
        [[], %w[changed]]
      )
    end

    it "says nothing of the miles of a load that shared its truck" do
      id, trip_id = sent(crew, price: { kind: "per_mile", rate: "2.00", accessorials: [] })
      deliver(trip_id)
      keep_photo(trip_id)
      DB[:trips].where(id: trip_id).update(loaded_miles: 900)
      expect(unusual(id)).to eq(%w[miles])
      DB[:trip_loads].insert(trip_id:, load_id: book)
      expect(unusual(id)).to eq([])
    end

    it "is told by what was billed before" do
      invoice_id =
        DB[:invoices].insert(
          number: "I-1",
          customer_id:,
          invoiced_on: "2026-11-02",
          due_on: "2026-12-02",
          total: 600,
          made_by: "Inez",
          made_at: now
        )
      4.times do |i|
        DB[:invoice_lines].insert(invoice_id:, position: i, code: "lumper", label: "Lumper", amount: 150)
      end
      id, trip_id = sent(crew, **priced(price: { kind: "flat", rate: "1850.00" }))
      lumper = { kind: "lumper", label: "Lumper", amount: "300.00" }
      dispatch.call(
        :post,
        "/api/loads/#{id}/charges",
        { key: "twice-as-much", version: row(id)[:version], **lumper }
      )
      deliver(trip_id)
      keep_photo(trip_id)
      expect(unusual(id)).to eq(%w[twice])
    end
  end

  describe "a truck that was ordered and not used" do
    it "is billed though the load is cancelled, and is cancelled again where the bill is taken back" do
      id, =
        sent(
          crew,
          **priced(price: { kind: "flat", rate: "1850.00", accessorials: [{ label: "Tarps", amount: "75" }] })
        )
      other = book
      cancelled = { why: "Freight was not ready", not_used: "250.00" }
      dispatch.call(:post, "/api/loads/#{id}/cancel", { key: "not-used-250", **cancelled })
      dispatch.call(:post, "/api/loads/#{other}/cancel", { key: "nothing-due", why: "Booked twice" })
      expect(row(id)).to include(status: "cancelled", total: 250, line_haul: 0)
      ready = client.call(:get, "/api/billing")[:ready]
      expect(ready.map { |load| [load[:id], load[:charges].map { |line| line[:code] }] }).to eq(
        [[id, %w[not_used]]]
      )
      refused = client.call(:post, "/api/invoices", { key: "bill-nothing", load_ids: [other] })
      expect(refused).to include(error: include(code: "wrong_status"))
      made = client.call(:post, "/api/invoices", { key: "bill-not-used", load_ids: [id] })
      expect([made[:total], row(id)[:status]]).to eq(%w[250.00 billed])
      client.call(
        :post,
        "/api/invoices/#{made[:id]}/credit",
        { key: "agreed-after-all", why: "They were right" }
      )
      expect([row(id)[:status], Work::Billing::ProveBooks.call]).to eq(["cancelled", []])
    end
  end

  it "bills a cancelled load for nothing but the truck, also where that was charged before" do
    id, = sent(crew)
    charge = { key: "charged-before", version: row(id)[:version], kind: "not_used", label: "Truck, not used" }
    dispatch.call(:post, "/api/loads/#{id}/charges", { **charge, amount: "200.00" })
    dispatch.call(:post, "/api/loads/#{id}/cancel", { key: "and-cancelled", why: "Freight was not ready" })
    expect(client.call(:post, "/api/invoices", { key: "only-the-truck", load_ids: [id] })[:total]).to eq(
      "200.00"
    )
  end

  describe "what a customer may owe" do
    def limit(dollars, stops:) =
      DB[:customers].where(id: customer_id).update(credit_limit: BigDecimal(dollars), credit_stops: stops)

    it "is told while it is near or beyond, and stops a booking only where it is to" do
      id = book
      total = row(id)[:total]
      limit((total * 2).to_s("F"), stops: false)
      said = quote(**booking.slice(:price), stops: booking[:stops].map { |stop| stop.slice(:kind, :where) })
      expect(said[:credit]).to include(stops: false, text: /would owe/)
      limit(((total * 2) - BigDecimal("0.01")).to_s("F"), stops: true)
      expect(
        quote(**booking.slice(:price), stops: booking[:stops].map { |stop| stop.slice(:kind, :where) })[
          :credit
        ]
      ).to include(stops: true)
      expect(dispatch.call(:post, "/api/loads", typed(key: "beyond-limit"))).to include(
        error: include(code: "credit_limit", path: "/customer_id")
      )
      expect(DB[:loads].count).to eq(1)
      # What costs no more than before is changed all the same.
      expect(
        dispatch.call(:put, "/api/loads/#{id}", typed(notes: "Ring first", version: row(id)[:version]))
      ).to include(notes: "Ring first")
      limit((total * 2).to_s("F"), stops: true)
      expect(dispatch.call(:post, "/api/loads", typed(key: "just-within"))).to include(:number)
    end
  end
end
