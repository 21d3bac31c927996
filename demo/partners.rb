# frozen_string_literal: true

require_relative "../stand_ins/register/carriers"

# Eight partner carriers and what they are asked and haul: one trip under way at a margin of 90 dollars, a load that waits
# for an answer, a bill that is as agreed, and one that is more.
class Demo::Partners
  HOUR = 3600
  # number => trailers, town, lanes, what of the record is not as usual
  RECORDS = {
    "MC9100001" => [
      %w[dry_van flatbed],
      "Twin Falls",
      "ID",
      [%w[ID OR 2.15], %w[ID WA 2.25]],
      { quick: true }
    ],
    "MC9100002" => [%w[flatbed step_deck], "Lewiston", "ID", [%w[ID WA 2.35], %w[WA ID 2.05]], {}],
    "MC9100003" => [%w[flatbed], "Ontario", "OR", [%w[ID OR 2.05]], {}],
    "MC9100004" => [
      %w[dry_van],
      "Rexburg",
      "ID",
      [%w[ID OR 1.60], %w[ID UT 1.55]],
      { taken_on_days: 18, bank: true }
    ],
    "MC9100005" => [%w[dry_van reefer], "Pullman", "WA", [%w[WA ID 2.10]], { w9_on: nil }],
    "MC9100006" => [%w[reefer], "Mackay", "ID", [%w[ID UT 2.60]], {}],
    "MC9100007" => [%w[dry_van], "Rock Springs", "WY", [%w[ID WY 2.20]], {}],
    "MC9100008" => [%w[dry_van], "Ogden", "UT", [%w[ID UT 2.00]], { phone: "801-555-0199" }]
  }.freeze

  # customers - ids; maren, clerk - Work::Actor
  def initialize(customers, maren, clerk, now)
    @customers = customers
    @maren = maren
    @clerk = clerk
    @now = now
  end

  def load
    @ids = RECORDS.to_h { |number, told| [number, take_on(number, *told)] }
    rules
    rolling
    waiting
    billed("MC9100002", "5518", over: 0)
    billed("MC9100001", "9031", over: 75)
  end

  private

  def take_on(number, trailer_kinds, town, state, lanes, other)
    said = StandIns::Carriers.of(number)
    at = @now - (other.fetch(:taken_on_days, 400) * 86_400)
    id =
      Work::Partners::KeepPartner.take_on(
        {
          key: "demo-partner-#{number}",
          name: said["name"],
          authority_number: number,
          phone: other.fetch(:phone, said["phone"]),
          email: "dispatch@#{said["name"].downcase.delete(" ")}.example",
          address: said["address"].split(",").first,
          town:,
          state:,
          trailer_kinds:,
          lanes: lanes.map { |from, to, rate| { from:, to:, kind: "per_mile", rate: } },
          agreement_on: at.to_date,
          w9_on: other.fetch(:w9_on, at.to_date),
          terms_days: 30,
          **(other[:quick] ? { quick_pay_days: 2, quick_pay_percent: "3" } : {})
        },
        by: @maren,
        now: at
      )
    papers(id, number, said)
    bank(id) if other[:bank]
    id
  end

  # The certificates as they came with the agreement: what an insurer has taken back since stands in the register alone.
  def papers(id, number, said)
    said["insurances"].each do |row|
      told = row.transform_keys(&:to_sym).slice(:kind, :limit, :insurer, :policy)
      days = { from_on: Date.new(2026, 1, 1), expires_on: Date.iso8601(row["expires_on"]) }
      certificate = { key: "demo-#{number}-#{row["kind"]}", **told, **days }
      Work::Partners::KeepInsurance.add(id, certificate, by: @maren, now: @now - 86_400)
    end
    Work::Partners::TakeRegister.call(id, number, said, now: @now - (5 * HOUR))
  end

  def bank(id) =
    Work::Partners::KeepBank.keep(
      id,
      { key: "demo-bank-#{id}", routing: "021000021", account: "4400119276", kind: "checking" },
      by: @clerk,
      now: @now - (3 * 86_400)
    )

  def rules
    usual = Store::Partners.rules.slice(*Work::Partners::KeepRules::FIELDS)
    money = Work::Partners::KeepRules::MONEY.to_h { |name| [name, usual[name]&.to_s("F")] }
    Work::Partners::KeepRules.call(
      { **usual, **money, broker_number: "MC9100000", version: 0 },
      by: @maren,
      now: @now - (300 * 86_400)
    )
  end

  def book(customer, from, to, at, hours, rate)
    Work::Freight::BookLoad.call(
      {
        customer_id: @customers[customer],
        trailer_kind: "dry_van",
        price: {
          kind: "flat",
          rate:,
          fuel_kind: "none",
          accessorials: []
        },
        freight: [{ what: "Onions in bags", pieces: 22, unit: "pallets", weight_lb: 43_000 }],
        references: [{ kind: "po", value: "PO-#{rate.to_i}" }],
        stops: [
          { kind: "pickup", where: from, from: at, to: at + (2 * HOUR) },
          { kind: "delivery", where: to, from: at + (hours * HOUR), to: at + ((hours + 3) * HOUR) }
        ]
      },
      by: @maren,
      now: [at - (20 * HOUR), @now - HOUR].min
    )
  end

  def tender(load_id, prices, at, way: "in_order")
    offers = prices.map { |number, price| { partner_id: @ids.fetch(number), price: } }
    key = "demo-tender-#{load_id}"
    # What the register said this morning was not known then.
    Work::Partners::Tender.make(
      load_id,
      { key:, way:, answer_minutes: 90, offers:, why: at < @now - (4 * HOUR) ? "As last week" : nil },
      by: @maren,
      now: at
    )
  end

  # Taken by the first of them, whose driver is named. Returns the trip's id.
  def given(load_id, prices, at)
    tender(load_id, prices, at)
    offer_id = DB[:tender_offers].where(partner_id: @ids.fetch(prices.keys.first)).max(:id)
    said = { key: "demo-yes-#{load_id}", name: "Rae Tolliver" }
    Work::Partners::AnswerOffer.accept(offer_id, said, from: "203.0.113.20", by: @maren, now: at + 1200)
    trip_id = Store::Freight.live_trip(load_id)[:id]
    driver = { key: "demo-driver-#{load_id}", name: "Noor Valdez", phone: "208-555-0177" }
    Work::Partners::NameDriver.call(trip_id, driver, by: @maren, now: at + 2400)
    trip_id
  end

  def rolling
    pickup = @now - (5 * HOUR)
    load_id = book(0, "83701", "97204", pickup, 12, "1590.00")
    trip_id = given(load_id, { "MC9100001" => "1500.00" }, pickup - (18 * HOUR))
    told(trip_id, pickup, until_kind: "left", first_only: true)
  end

  def waiting
    load_id = book(10, "83687", "99201", @now + (26 * HOUR), 11, "1720.00")
    tender(
      load_id,
      { "MC9100001" => "1480.00", "MC9100002" => "1525.00", "MC9100008" => "1550.00" },
      @now - 900
    )
  end

  # Delivered last week, with its bill; over - dollars beyond what was agreed
  def billed(number, bill_number, over:)
    pickup = @now - (96 * HOUR)
    load_id = book(over.zero? ? 1 : 2, "83705", "97801", pickup, 8, "1100.00")
    trip_id = given(load_id, { number => "930.00" }, pickup - (18 * HOUR))
    told(trip_id, pickup)
    bill = { number: bill_number, billed_on: (@now - 86_400).to_date, total: (930 + over).to_s }
    Work::Partners::TakeBill.call(
      trip_id,
      { key: "demo-bill-#{bill_number}", **bill },
      source: "link",
      by: @clerk,
      now: @now - 7200
    )
  end

  # What its driver tells of the way.
  def told(trip_id, at, until_kind: nil, first_only: false)
    driver =
      Work::Actor.driver(DB[:drivers].where(id: DB[:trip_drivers].where(trip_id:).select(:driver_id)).first)
    say = ->(kind, time, **more) do
      Work::Tracking::CheckIn.call(trip_id, { kind:, done_at: time, **more }, driver:, now: time)
    end
    say.call("on_my_way", at - HOUR)
    stops = Store::Freight.trip_stops(trip_id).all
    (first_only ? stops.first(1) : stops).each do |stop|
      time = stop[:kind] == "pickup" ? at : stop[:from_at]
      say.call("arrived", time, stop_id: stop[:stop_id])
      say.call(
        stop[:kind] == "pickup" ? "loaded" : "delivered",
        time + HOUR,
        stop_id: stop[:stop_id],
        signer: "R. Dock"
      )
      say.call("left", time + HOUR, stop_id: stop[:stop_id]) if stop[:kind] == "pickup" || until_kind
    end
    Work::Tracking::FollowUp.call(trip_id, now: @now)
  end
end
