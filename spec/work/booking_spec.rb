# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

# What is written at the booking, and whom it reaches; what is offered from the last time; the same on other days.
RSpec.describe "Booking" do
  include Given

  let(:client) { api(maren) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def noted(**more)
    stops = booking[:stops].map { |stop| stop.merge(from: stop[:from]&.iso8601, to: stop[:to]&.iso8601) }
    stops[0] = stops[0].merge(reference: "Pickup no. 77812", notes: "Back in at dock 4")
    input = booking.merge(stops:, notes: "Thin margin", driver_notes: "Two straps a pallet", **more)
    client.call(:post, "/api/loads", { key: "book it #{rand}", **input })
  end

  def give_and_send(load_id, name = "Wade Ferris")
    Work::Freight::CrewLoad.call(load_id, crew(name), by: maren, now:)
    Work::Freight::SendLoad.call(load_id, {}, by: maren, now:)
    DB[:texts].reverse(:id).get(:body)
  end

  describe "notes" do
    it "for dispatch stay with dispatch; for the driver they reach page, sheet and text" do
      driver_id("Una Blank", smartphone: false)
      load = noted
      text = give_and_send(load[:id], "Una Blank")
      expect(text).to include("Two straps a pallet.", "Boise: Pickup no. 77812, Back in at dock 4.")
      cab = api.as_driver(driver_id("Una Blank")).call(:get, "/api/cab")[:trips].first
      expect(cab).to include(notes: "Two straps a pallet")
      expect(cab[:stops].first).to include(reference: "Pickup no. 77812", notes: "Back in at dock 4")
      sheet =
        PDF::Reader
          .new(
            StringIO.new(client.call(:get, "/api/trips/#{Store::Freight.live_trip(load[:id])[:id]}/sheet"))
          )
          .pages
          .map(&:text)
          .join
      expect(sheet.gsub(/\s+/, " ")).to include("Two straps a pallet", "77812")
      expect([text, cab.to_s, sheet].join).not_to include("Thin margin")
      expect(client.call(:get, "/api/loads/#{load[:id]}")).to include(notes: "Thin margin")
    end

    it "tells the driver when what he is to know has changed, and not what dispatch writes to itself" do
      load_id = noted[:id]
      give_and_send(load_id)
      change = ->(**more) do
        Work::Freight::ChangeLoad.call(
          load_id,
          booking.merge(version: load(load_id)[:version], driver_notes: "Two straps a pallet", **more),
          by: maren,
          now:
        )
        DB[:texts].reverse(:id).get(:body)
      end
      stops = booking[:stops]
      stops[0] = stops[0].merge(reference: "Pickup no. 77812", notes: "Back in at dock 4")
      before = DB[:texts].count
      change.call(notes: "Even thinner", stops:)
      expect(DB[:texts].count).to eq(before)
      stops[1] = stops[1].merge(reference: "Gate 12#")
      expect(change.call(notes: "Even thinner", stops:)).to include("what to know at a stop")
      expect(change.call(notes: "Even thinner", stops:, driver_notes: "Three straps")).to include("notes")
    end

    it "that the customer will read reaches him by mail, and says where there is nowhere to send it" do
      load_id, trip_id = sent
      stop_id = Store::Freight.stops(load_id).last[:id]
      tell = -> { check_in(trip_id, "customer_note", note: "Two cartons are wet", stop_id:) }
      tell.call
      expect(client.call(:get, "/api/audit?kind=load&id=#{load_id}").to_s).to include("has no mail address")
      DB[:customers].update(email: "docks@treasure.example")
      tell.call
      mail = DB[:mails].reverse(:id).first
      expect(mail).to include(
        to: "docks@treasure.example",
        subject: a_string_including(load(load_id)[:number])
      )
      expect(mail[:body]).to include(
        "Pendleton, OR: Two cartons are wet",
        "your reference PO-77",
        "Wade Ferris"
      )
    end
  end

  it "keeps a place that was typed once with its street and whom to ask for" do
    stops = booking[:stops].map { |stop| stop.merge(from: stop[:from]&.iso8601, to: stop[:to]&.iso8601) }
    stops[1] = stops[1].merge(
      name: "Dock 9",
      address: "12 Mill Rd",
      save_place: true,
      contact: "Pat",
      phone: "541-555-0101"
    )
    client.call(:post, "/api/loads", { key: "with a new place", **booking, stops: })
    expect(DB[:places].first(name: "Dock 9")).to include(
      address: "12 Mill Rd",
      contact: "Pat",
      phone: "541-555-0101"
    )
  end

  it "offers the last price by lane and the surcharge that stood last, with their days" do
    book
    book(price: { kind: "flat", rate: "1900.00", fuel_kind: "none" }, at: now + (30 * Given::HOUR))
    book(to: "58102", at: now + (60 * Given::HOUR), hours: 40)
    cancelled = book(to: "97201", hours: 12)
    Work::Freight::CancelLoad.call(cancelled, { key: "called off", why: "No freight" }, by: maren, now:)
    found = client.call(:get, "/api/customers/#{customer_id}/lanes")
    expect(found[:lanes].map { |lane| lane.values_at(:destination, :rate, :loads, :picked_up_on) }).to eq(
      [["Fargo, ND", "1850.00", 1, "2026-11-25"], ["Pendleton, OR", "1900.00", 2, "2026-11-24"]]
    )
    expect(found[:fuel]).to include(fuel_kind: "percent", fuel_rate: "20.00", picked_up_on: "2026-11-25")
  end

  describe "the same on other days" do
    def several(**more)
      stops = booking[:stops].map { |stop| stop.merge(from: stop[:from]&.iso8601, to: stop[:to]&.iso8601) }
      client.call(:post, "/api/loads", { key: "book several", **booking, stops:, **more })
    end

    # 2027-03-14 is the day the clocks go forward (15 U.S.C. 260a)
    it "is booked once, at the same times by the clock of each stop" do
      2.times { several(also_on: %w[2026-11-25 2027-03-15]) }
      loads = DB[:loads].order(:id).all
      expect(
        loads.map do |load|
          TZInfo::Timezone.get(load[:pickup_zone]).to_local(load[:pickup_at]).strftime("%F %R")
        end
      ).to eq(["2026-11-23 11:30", "2026-11-25 11:30", "2027-03-15 11:30"])
      expect(loads.map { |load| load[:booked_with] }.uniq).to eq([loads.first[:id]])
      trail = client.call(:get, "/api/audit?kind=load&id=#{loads.first[:id]}")
      expect(trail.to_s).to include(loads[1][:number], loads[2][:number])
    end

    it "is refused where no first day is told, or one twice, and nothing is booked" do
      expect(several(also_on: %w[2026-11-25 2026-11-25])[:error]).to include(
        code: "day_twice",
        path: "/also_on"
      )
      stops = [{ kind: "pickup", where: "83702" }, { kind: "delivery", where: "97801" }]
      expect(several(also_on: %w[2026-11-25], stops:)[:error]).to include(
        code: "first_time_missing",
        path: "/stops/0/from"
      )
      expect(DB[:loads].count).to eq(0)
    end
  end
end
