# frozen_string_literal: true

require "app_helper"
require "pdf/reader"

RSpec.describe Work::Freight::Relay do
  let(:client) { api(maren) }
  # Boise to Fargo, two days of driving, and a rested driver at Billings' side of it
  let(:load_id) { book(from: "83702", to: "58102", at: now + (2 * Given::HOUR), hours: 24) }
  let(:pickup) { Store::Freight.stops(load_id).first[:id] }

  before do
    Clock.hold(now)
    Work::Match::Crews.forget
  end

  after { Clock.hold(nil) }

  def rested(name)
    Work::Hours::WriteDuty.call(
      driver_id(name),
      { key: "rested #{name}", from: now - (12 * 86_400), status: "off_duty", why: "At home" },
      by: maren,
      now:
    )
    DB[:drivers].where(id: driver_id(name)).update(duty_heard_at: now)
  end

  # Una Blank is empty in Billings with T-102.
  def una_in_billings
    rested("Una Blank")
    _, trip_id =
      sent(
        crew("Una Blank", tractor: "T-102", trailer: "V-202"),
        from: "83702",
        to: "59101",
        at: now - (40 * Given::HOUR)
      )
    DB[:trips].where(id: trip_id).update(status: "delivered")
  end

  def given(status: "sent")
    rested("Wade Ferris")
    Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
    Work::Freight::SendLoad.call(load_id, {}, by: maren, now:) if status == "sent"
  end

  def relay(**more)
    input = {
      key: "relay #{more}",
      after: pickup,
      where: "59101",
      at: (now + (14 * Given::HOUR)).iso8601,
      driver_ids: [driver_id("Una Blank")],
      tractor_id: unit_id("T-102")
    }
    client.call(:post, "/api/loads/#{load_id}/relay", input.merge(more))
  end

  def kinds(trip) = trip[:stops].map { |stop| stop[:kind] }
  def parts = Store::Freight.live_trips(load_id)
  def texts(name) = DB[:texts].where(driver_id: driver_id(name)).order(:id).select_map(:body)

  it "cuts a load that is relayed already behind its swap, not before it" do
    given
    una_in_billings
    relay
    before =
      relay(
        after: pickup,
        where: "83301",
        at: (now + (30 * Given::HOUR)).iso8601,
        driver_ids: [driver_id("Rex Three")]
      )
    expect(before.dig(:error, :code)).to eq("relayed_behind")
  end

  it "proposes where both stay legal, and cuts the trip there" do
    given
    una_in_billings
    late = client.call(:get, "/api/loads/#{load_id}/plan")
    expect(late).to include(verdict: "late")
    place = client.call(:get, "/api/loads/#{load_id}/swap-places").first
    expect(place).to include(crew: "Una Blank", after: pickup)
    expect(place[:late_minutes]).to be < late[:late_minutes]
    shown = Array.new(2) { relay(key: "relay spec once", where: place[:zip], at: place[:at]) }.last
    first, second = shown[:trips].sort_by { |trip| trip[:begins_at] }
    expect([kinds(first), kinds(second)]).to eq([%w[pickup swap], %w[swap delivery]])
    expect(
      [first, second].map { |trip| [trip[:drivers].first[:name], trip[:trailer][:name], trip[:status]] }
    ).to eq([["Wade Ferris", "V-201", "sent"], ["Una Blank", "V-201", "sent"]])
    # Both parts are as long together as the way was, give or take the way into the town.
    expect([first, second].sum { |trip| trip[:loaded_miles].to_f }).to be_within(25).of(
      load(load_id)[:miles].to_f
    )
    expect(load(load_id)).to include(status: "sent", crew: "Wade Ferris, then Una Blank")
    expect(texts("Wade Ferris").last).to include("you hand the load over to Una Blank at #{place[:where]}")
    expect(texts("Una Blank").last).to include("#{place[:where]} to Fargo, ND")
    DB[:loads]
      .where(id: load_id)
      .get(:search_text)
      .then { |text| expect(text).to include("una blank", second[:number].downcase) }
  end

  it "goes through both phones to delivered, and pays each for his part" do
    given
    una_in_billings
    relay
    first, second = parts.map { |trip| trip[:id] }
    deliver_part(first, "Wade Ferris", %w[loaded swapped], now)
    expect([load(load_id)[:status], DB[:trips].where(id: first).get(:status)]).to eq(%w[rolling delivered])
    expect(client.call(:get, "/api/loads/#{load_id}/plan")[:driver][:name]).to eq("Una Blank")
    deliver_part(second, "Una Blank", %w[swapped delivered], now + (14 * Given::HOUR))
    expect(load(load_id)[:status]).to eq("delivered")
    expect(DB[:trip_earnings].order(:trip_id).select_map(:loaded_miles)).to eq(
      [first, second].map { |id| DB[:trips].where(id:).get(:loaded_miles) }
    )
  end

  def deliver_part(trip_id, name, work, begins)
    check_in(trip_id, "accepted", at: begins, by: driver(name))
    check_in(trip_id, "on_my_way", at: begins, by: driver(name))
    Store::Freight
      .trip_stops(trip_id)
      .all
      .zip(work)
      .each_with_index do |(stop, kind), i|
        at = begins + ((i + 1) * Given::HOUR)
        check_in(trip_id, "arrived", at:, by: driver(name), stop_id: stop[:stop_id])
        check_in(
          trip_id,
          kind,
          at: at + 600,
          by: driver(name),
          stop_id: stop[:stop_id],
          **(kind == "delivered" ? { signer: "R. Vann" } : {})
        )
        check_in(trip_id, "left", at: at + 900, by: driver(name), stop_id: stop[:stop_id]) if i.zero?
      end
  end

  it "is undone, declined and called off with everything that follows" do
    given
    una_in_billings
    relay
    second = parts.last[:id]
    check_in(second, "declined", by: driver("Una Blank"), note: "My truck is down")
    expect(load(load_id)[:status]).to eq("sent")
    expect(parts.map { |trip| trip[:id] }).not_to include(second)
    expect(client.call(:get, "/api/today")[:rows]).to include(
      include(
        kind: "uncovered",
        reason: a_string_starting_with("Nobody takes it over at Billings, MT"),
        address: "/freight/#{load_id}"
      )
    )
    expect(
      kinds(
        client.call(
          :delete,
          "/api/loads/#{load_id}/relay",
          { key: "relay spec gap", why: "He makes it alone" }
        )[
          :trips
        ].find { |trip| trip[:status] == "sent" }
      )
    ).to eq(%w[pickup delivery])
    relay(key: "relay spec again")
    expect(parts.length).to eq(2)
    shown =
      client.call(
        :delete,
        "/api/loads/#{load_id}/relay",
        { key: "relay spec undo", why: "He makes it alone" }
      )
    expect(kinds(shown[:trips].find { |trip| trip[:drivers].first[:name] == "Wade Ferris" })).to eq(
      %w[pickup delivery]
    )
    expect(load(load_id)[:crew]).to eq("Wade Ferris")
    expect([texts("Una Blank").last, texts("Wade Ferris").last]).to match(
      [including("is called off"), including("you drive on to Fargo, ND")]
    )
    relay(key: "relay spec third")
    client.call(
      :post,
      "/api/loads/#{load_id}/cancel",
      { key: "relay spec cancel", why: "Customer cancelled" }
    )
    expect(parts).to be_empty
    expect(texts("Una Blank").last).to include("is called off")
  end

  it "keeps every stop of our own with the crew that passes it, there and back" do
    given(status: "planned")
    una_in_billings
    trip_id = parts.first[:id]
    delivery = Store::Freight.stops(load_id).last[:id]
    [[pickup, "83301"], [delivery, "58501"]].each do |after, where|
      Work::Freight::OwnStop.add(
        trip_id,
        { key: "relay spec by #{where}", kind: "yard", where:, after: },
        by: maren,
        now:
      )
    end
    shown = relay(key: "relay spec own")[:trips].sort_by { |trip| trip[:begins_at] }
    expect(shown.map { |trip| kinds(trip) }).to eq([%w[pickup yard swap], %w[swap delivery yard]])
    Work::Freight::OwnStop.add(
      parts.last[:id],
      {
        key: "relay spec by 59301",
        kind: "yard",
        where: "59301",
        after: DB[:stops].where(kind: "swap").get(:id)
      },
      by: maren,
      now:
    )
    shown =
      client.call(
        :delete,
        "/api/loads/#{load_id}/relay",
        { key: "relay spec back", why: "He makes it alone" }
      )
    expect(shown[:trips].find { |trip| trip[:id] == trip_id }[:stops].map { |stop| stop[:town] }).to eq(
      ["Boise", "Twin Falls", "Miles City", "Fargo", "Bismarck"]
    )
  end

  it "refuses what makes no relay, at the field" do
    expect(relay[:error]).to include(code: "nothing_to_relay")
    given(status: "planned")
    una_in_billings
    {
      { at: (now + Given::HOUR).iso8601 } => %w[swap_out_of_order /at],
      { where: "Nowhere, ZZ" } => %w[unknown_place /where],
      { driver_ids: [driver_id] } => %w[same_crew /driver_ids],
      { after: Store::Freight.stops(load_id).last[:id] } => %w[nothing_to_relay /after]
    }.each { |change, (code, path)| expect(relay(**change)[:error]).to include(code:, path:) }
    expect(DB[:stops].where(kind: "swap").count).to eq(0)
    relay(key: "relay spec good")
    expect(api(maren).call(:put, "/api/loads/#{load_id}", more_stops)[:error]).to include(code: "relayed")
  end

  def more_stops
    stops = booking(from: "83702", to: "58102", at: now + (2 * Given::HOUR), hours: 24)[:stops]
    booking
      .merge(
        version: load(load_id)[:version],
        stops: [
          stops.first,
          { kind: "delivery", where: "59101", from: (now + (20 * Given::HOUR)) },
          stops.last
        ]
      )
      .then do |input|
        JSON.parse(
          JSON.generate(
            input.merge(
              stops:
                input[:stops].map { |stop| stop.merge(from: stop[:from]&.iso8601, to: stop[:to]&.iso8601) }
            )
          ),
          symbolize_names: true
        )
      end
  end

  it "marks a change on the phone until the driver says that he has seen it, and sends another crew in " \
       "one act" do
    given
    trip_id = parts.first[:id]
    Work::Freight::OwnStop.add(
      trip_id,
      { key: "relay spec yard", kind: "yard", where: "59101", after: pickup },
      by: maren,
      now:
    )
    shown_changes = Web::Tracking::PhoneJson.cab(driver, now)[:trips].first[:changes]
    expect(shown_changes.map { |change| change[:what] }).to eq(["go by Billings, MT"])
    expect(client.call(:get, "/api/loads/#{load_id}")[:trips].first[:unseen]).to match(
      [include(driver: "Wade Ferris", what: "go by Billings, MT")]
    )
    check_in(trip_id, "seen", change_id: shown_changes.last[:id] - 1)
    expect(DB[:trip_changes].where(seen_at: nil).count).to eq(1)
    check_in(trip_id, "seen", change_id: shown_changes.last[:id])
    expect(Web::Tracking::PhoneJson.cab(driver, now)[:trips].first[:changes]).to eq([])
    una_in_billings
    sheet =
      client
        .call(:get, "/api/trips/#{trip_id}/sheet")
        .then { |pdf| PDF::Reader.new(StringIO.new(pdf)).pages.map(&:text).join("\n") }
    expect(sheet).to include("Yard", "Billings, MT", "The route")
    other = {
      driver_ids: [driver_id("Una Blank")],
      tractor_id: unit_id("T-102"),
      trailer_id: unit_id("V-201"),
      why: "Wade is ill"
    }
    shown = client.call(:post, "/api/loads/#{load_id}/recrew", other.merge(key: "relay spec recrew"))
    expect(shown).to include(status: "sent")
    expect(parts.map { |trip| Store::Freight.trip_drivers(trip[:id]).select_map(:name) }).to eq(
      [["Una Blank"]]
    )
    expect([texts("Wade Ferris").last, texts("Una Blank").last]).to match(
      [including("called off"), including("to Fargo, ND. Open it here")]
    )
    busy =
      other.merge(
        driver_ids: [driver_id("Cass Whitlock")],
        tractor_id: unit_id("V-202"),
        key: "relay spec wrong"
      )
    expect(client.call(:post, "/api/loads/#{load_id}/recrew", busy)[:error]).to include(
      code: "wrong_kind",
      path: "/tractor_id"
    )
    expect(load(load_id)).to include(status: "sent", crew: "Una Blank")
  end

  it "drops a trailer, hooks another, and knows where each stands" do
    given
    trip_id = parts.first[:id]
    delivery = Store::Freight.stops(load_id).last[:id]
    loaded = DB[:trips].where(id: trip_id).get(:loaded_miles)
    other = unit_id("V-209")
    shown =
      client.call(
        :post,
        "/api/trips/#{trip_id}/stops",
        { key: "relay spec drop", kind: "drop", where: "58102", after: delivery, unit_id: unit_id("V-201") }
      )
    shown =
      client.call(
        :post,
        "/api/trips/#{trip_id}/stops",
        {
          key: "relay spec hook",
          kind: "hook",
          where: "58501",
          after: shown[:stops].last[:stop_id],
          unit_id: other,
          at: (now + (40 * Given::HOUR)).iso8601
        }
      )
    expect(shown[:stops].map { |stop| [stop[:kind], stop[:unit]] }).to eq(
      [["pickup", nil], ["delivery", nil], %w[drop V-201], %w[hook V-209]]
    )
    expect(shown[:loaded_miles].to_d).to eq(loaded)
    expect(shown[:empty_miles].to_f).to be_between(180, 400) # from Fargo back to Bismarck
    expect(texts("Wade Ferris").last).to include("hook trailer V-209 at Bismarck, ND")
    expect(
      client.call(
        :post,
        "/api/trips/#{trip_id}/stops",
        { key: "relay spec none", kind: "hook", where: "58501", after: delivery }
      )[
        :error
      ]
    ).to include(code: "which_trailer", path: "/unit_id")
    DB[:trips].where(id: trip_id).update(status: "delivered")
    standing =
      Store::Match
        .units(now + (50 * Given::HOUR))
        .to_h { |unit| [unit[:number], unit[:stands]&.slice(:town, :state)] }
    expect(standing).to include(
      "V-201" => {
        town: "Fargo",
        state: "ND"
      },
      "V-209" => {
        town: "Bismarck",
        state: "ND"
      }
    )
  end

  it "sends a crew empty to a yard, whose phone goes through it, and calls that off" do
    input = {
      key: "relay spec empty",
      driver_ids: [driver_id],
      tractor_id: unit_id("T-101"),
      where: "97801",
      at: (now + (8 * Given::HOUR)).iso8601
    }
    shown = client.call(:post, "/api/trips/empty", input)
    expect(shown).to include(status: "sent", loaded_miles: "0.0", empty_from: "Boise, ID")
    expect(shown[:empty_miles].to_f).to be_between(200, 240)
    expect(texts("Wade Ferris").last).to include("empty to Pendleton, OR")
    expect(client.call(:post, "/api/trips/empty", input.merge(key: "relay spec twice"))[:error]).to include(
      code: "crew_taken",
      path: "/driver_ids"
    )
    cab = Web::Tracking::PhoneJson.cab(driver, now)[:trips].first
    expect(cab).to include(freight: "empty", customer: "")
    deliver_empty(shown[:id])
    expect(DB[:trip_earnings].get(:empty_miles)).to be > 200
    later =
      client.call(
        :post,
        "/api/trips/empty",
        input.merge(key: "relay spec later", at: (now + (30 * Given::HOUR)).iso8601)
      )
    expect(
      client.call(
        :post,
        "/api/trips/#{later[:id]}/call-off",
        { key: "relay spec off", why: "A load came up" }
      )
    ).to include(status: "cancelled")
  end

  def deliver_empty(trip_id)
    %w[accepted on_my_way arrived parked].each_with_index do |kind, i|
      check_in(trip_id, kind, at: now + (i * 600))
    end
    expect(DB[:trips].where(id: trip_id).get(:status)).to eq("delivered")
  end
end
