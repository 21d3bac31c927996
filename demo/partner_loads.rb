# frozen_string_literal: true

# What partners are asked and haul: one trip under way at a margin of 90 dollars, a load that waits for an answer, a
# bill that is as agreed, and one that is more.
class Demo::PartnerLoads
  HOUR = 3600

  # customers - ids; partner_ids - by authority number; maren, clerk - Work::Actor
  def initialize(customers, partner_ids, maren, clerk, now)
    @customers = customers
    @ids = partner_ids
    @maren = maren
    @clerk = clerk
    @now = now
  end

  def load
    rolling
    waiting
    billed("MC9100002", "5518", over: 0)
    billed("MC9100001", "9031", over: 75)
  end

  private

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
