# frozen_string_literal: true

require "app_helper"
require "pdf-reader"
require "prawn"

# Following drivers: what a phone sends however late, positions, forecasts and alarms, asking, detention, the
# diary.
RSpec.describe Web::Road do
  let(:client) { api(maren) }
  let(:cab) { api.as_driver(driver_id) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def at(minutes) = now + (minutes * 60)
  def tell(trip_id, kind, minutes, stop: nil, key: "#{kind} #{stop} of #{trip_id}", phone: cab, **more) =
    phone.call(
      :post,
      "/api/cab/trips/#{trip_id}/check-ins",
      { key:, kind:, stop_id: stop, done_at: at(minutes).iso8601, **more }
    )
  def stops(trip_id) = Store::Freight.trip_stops(trip_id).all
  def status(trip_id) = DB[:trips].where(id: trip_id).get(:status)

  # All steps of a trip as a phone keeps them while it has no signal.
  def journey(trip_id, trailer)
    pickup, delivery = stops(trip_id).map { |stop| stop[:stop_id] }
    [
      ["accepted", 0],
      ["pre_trip", 5, { tractor: "T-101", trailer:, odometer: 120_000 }],
      ["on_my_way", 10],
      ["arrived", 60, { stop: pickup }],
      ["begun", 70, { stop: pickup }],
      ["loaded", 110, { stop: pickup, bol: "B-9", quantity: { amount: "44000", unit: "lb" } }],
      ["left", 120, { stop: pickup }],
      ["arrived", 330, { stop: delivery }],
      ["begun", 335, { stop: delivery }],
      ["delivered", 380, { stop: delivery, signer: "R. Dock", quantity: { amount: "21.5", unit: "ton" } }]
    ]
  end

  it "comes to the same end whatever the order and however often check-ins arrive" do
    told =
      Array.new(3) do |seed|
        Clock.hold(now)
        load_id, trip_id = sent(crew("Driver #{seed}", tractor: "T-#{seed}", trailer: "V-#{seed}"))
        Clock.hold(at(600))
        steps = journey(trip_id, "V-#{seed}")
        phone = api.as_driver(driver_id("Driver #{seed}"))
        (steps + steps.sample(5, random: Random.new(seed)))
          .shuffle(random: Random.new(seed))
          .each { |kind, minutes, more| tell(trip_id, kind, minutes, phone:, **(more || {})) }
        times =
          stops(trip_id).map { |stop| stop.slice(:arrived_at, :begun_at, :worked_at, :left_at, :signer) }
        [
          load(load_id)[:status],
          times,
          DB[:check_ins].where(trip_id:).count,
          DB[:trips].where(id: trip_id).get(:findings).to_a.map { |found| found["text"] },
          DB[:trip_earnings].where(trip_id:).count
        ]
      end
    expect(told.uniq).to eq([told.first])
    expect(told.first.values_at(0, 2, 3, 4)).to eq(
      ["delivered", 10, ["1000 lb short of what was loaded."], 1]
    )
  end

  it "puts a phone's clock right, keeps both times of a step that is put right, and takes back a mistake" do
    _, trip_id = sent
    pickup = stops(trip_id).first[:stop_id]
    Clock.hold(at(60))
    # Ten hours behind; told two minutes ago
    tell(trip_id, "arrived", 60 - 600, stop: pickup, phone_at: at(60 - 600 + 2).iso8601)
    expect(((stops(trip_id).first[:arrived_at] - now) / 60).round).to eq(58)
    tell(
      trip_id,
      "corrected",
      40,
      key: "right at last",
      corrects: "arrived #{pickup} of #{trip_id}",
      note: "Forgot to press"
    )
    expect(stops(trip_id).first[:arrived_at]).to eq(at(40))
    diary = client.call(:get, "/api/trips/#{trip_id}/diary")
    expect(diary[:entries].map { |entry| entry[:text] }).to include(
      a_string_matching(/\AArrived at Boise/),
      a_string_matching(%r{\APut a time right: Arrived at Boise, ID, Mon 11/23 8:28 is now Mon 11/23 8:10})
    )
    tell(trip_id, "loaded", 50, stop: pickup)
    tell(
      trip_id,
      "withdrawn",
      50,
      key: "never loaded",
      corrects: "loaded #{pickup} of #{trip_id}",
      note: "Pressed by mistake"
    )
    expect(stops(trip_id).first.slice(:arrived_at, :worked_at)).to eq(arrived_at: at(40), worked_at: nil)
    expect(
      tell(trip_id, "corrected", 40, key: "no reason given", corrects: "x of nothing", note: " ")[:error]
    ).to include(code: "reason_missing", path: "/note")
  end

  it "keeps what is told of a trip that dispatch has called off, and says so on the phone" do
    load_id, trip_id = sent
    tell(trip_id, "accepted", 0)
    client.call(:post, "/api/loads/#{load_id}/cancel", { key: "customer called", why: "No freight" })
    expect(tell(trip_id, "on_my_way", 5)[:ended]).to eq("cancelled")
    expect(cab.call(:get, "/api/cab")[:trips].map { |trip| trip.slice(:id, :ended) }).to eq(
      [{ id: trip_id, ended: "cancelled" }]
    )
    expect([status(trip_id), DB[:check_ins].where(trip_id:).count]).to eq(["cancelled", 2])
  end

  it "checks trailers, odometers and quantities, and says what does not go together" do
    _, trip_id = sent
    pickup, delivery = stops(trip_id).map { |stop| stop[:stop_id] }
    DB[:stops].where(id: pickup).update(handling: "drop_hook")
    expect(
      cab.call(:get, "/api/cab")[:trips].first[:steps].find { |step| step[:kind] == "loaded" }
    ).to include(label: "Trailers changed", asks: include("trailer_dropped", "trailer_taken"))
    Clock.hold(at(600))
    tell(trip_id, "pre_trip", 5, odometer: 120_000, trailer: "V-9")
    tell(trip_id, "loaded", 100, stop: pickup, trailer_taken: "V-201")
    tell(trip_id, "delivered", 400, stop: delivery, signer: "R. Dock")
    tell(trip_id, "post_trip", 420, odometer: 119_000)
    findings = -> { cab.call(:get, "/api/cab")[:trips].first[:findings].map { |found| found[:text] } }
    expect(findings.call).to include(
      "V-9 is no trailer of ours.",
      "The odometer says 119000, and said 120000 before."
    )
    tell(trip_id, "post_trip", 430, key: "odometer again", odometer: 120_900)
    expect(findings.call).to include(
      a_string_matching(/By the odometer 900 miles were driven, by the route 2\d\d/)
    )
  end

  it "keeps activities in the company's steps, past midnight, one at a time" do
    _, trip_id = sent
    keep = ->(from, to, key: "activity #{from} #{to}", **more) do
      cab.call(
        :post,
        "/api/cab/trips/#{trip_id}/activities",
        { key:, kind: "waiting_to_load", from: at(from).iso8601, to: at(to).iso8601, **more }
      )
    end
    Clock.hold(at(2000))
    first = keep.call(900, 1080)[:activities].first # 22:30 to 1:30
    expect(first).to include(kind: "waiting_to_load", from: at(900).iso8601)
    expect(keep.call(1065, 1095)[:error]).to include(code: "overlaps", path: "/from")
    expect(keep.call(1080, 1090)[:error]).to include(code: "not_in_steps", path: "/to")
    expect(keep.call(1080, 1080)[:error]).to include(code: "times_reversed", path: "/to")
    expect(
      keep.call(900, 1095, kind: "loading", replaces: first[:id])[:activities].map { |one| one[:kind] }
    ).to eq(["loading"])
  end

  it "keeps positions with consent and under way only, tells arrivals by them, and forgets them in time" do
    _, trip_id = sent
    point = ->(minutes, latitude) do
      { at: at(minutes).iso8601, latitude:, longitude: stops_row(trip_id)[:longitude], accuracy_m: 20 }
    end
    put = -> do
      cab.call(
        :put,
        "/api/cab/positions",
        {
          points: [
            point.call(20, 44.2),
            *(30..42).map { |minute| point.call(minute, stops_row(trip_id)[:latitude]) }
          ]
        }
      )
    end
    expect(put.call[:error]).to include(code: "no_consent")
    cab.call(:put, "/api/cab/settings", { key: "I agree to it", consent: true })
    expect(put.call[:error]).to include(code: "not_under_way")
    %w[accepted on_my_way].each { |kind| tell(trip_id, kind, 10) }
    Clock.hold(at(45))
    expect([put.call, put.call].map { |answer| answer[:kept] }).to eq([14, 0])
    Jobs::KeepWatch.call(at(45))
    expect([stops(trip_id).first[:arrived_at], DB[:check_ins].where(source: "geofence").count]).to eq(
      [at(30), 1]
    )
    tell(trip_id, "arrived", 28, stop: stops(trip_id).first[:stop_id])
    expect(stops(trip_id).first[:arrived_at]).to eq(at(28)) # the driver's word stands
    expect(client.call(:get, "/api/trips/#{trip_id}/track")[:spots].length).to eq(14)
    Jobs::KeepWatch.call(now + (91 * 86_400))
    expect(DB[:positions].count).to eq(0)
  end

  def stops_row(trip_id) = DB[:stops].first(id: stops(trip_id).first[:stop_id])

  def known(id = driver_id)
    Work::Hours::WriteDuty.call(
      id,
      { key: "known #{id}", from: now - (10 * 24 * Given::HOUR), status: "off_duty", why: "Paper record" },
      by: maren,
      now:
    )
    DB[:drivers].where(id:).update(duty_heard_at: now)
  end

  it "foresees every stop ahead, and gives the alarm once, and again when it has become worse by the step" do
    known
    DB[:customers].where(id: customer_id).update(tell_late: true, email: "dock@treasure.example")
    DB[:drivers].where(id: driver_id).update(dispatcher_id: maren.id)
    load_id, trip_id = sent(at: now + Given::HOUR, hours: 5)
    %w[accepted on_my_way].each { |kind| tell(trip_id, kind, 0) }
    road = client.call(:get, "/api/road")[:trips].first
    # There at 20:24 for 20:30, six hours ahead: a forecast is not that sure.
    expect(road).to include(verdict: "tight", load: load(load_id)[:number], drivers: "Wade Ferris")
    expect(road[:stops].last).to include(late_minutes: 0, forecast_at: "2026-11-23T20:24:00Z")
    late =
      lambda do |minutes|
        Clock.hold(at(minutes))
        DB[:drivers].where(id: driver_id).update(duty_heard_at: at(minutes))
        DB.transaction(savepoint: true) { Work::Tracking::Foresee.call(trip_id, now: at(minutes)) }
        DB[:late_alerts].where(trip_id:).order(:id).select_map(:late_minutes)
      end
    expect(late.call(100).length).to eq(2) # the pickup and the delivery
    expect(late.call(110).length).to eq(2)
    expect(late.call(135).length).to eq(4)
    expect(DB[:late_alerts].first[:told].to_a).to eq(
      ["Maren Holt", "Treasure Basin Onions <dock@treasure.example>"]
    )
    expect(DB[:mails].count).to eq(4)
    expect(client.call(:get, "/api/road")[:trips].first).to include(verdict: "late", risk: be > 30)
  end

  it "asks by a link that nobody can guess, takes one tap for an answer, and knows where" do
    _, trip_id = sent
    %w[accepted on_my_way].each { |kind| tell(trip_id, kind, 0) }
    client.call(:post, "/api/trips/#{trip_id}/ask", { key: "ask him now" })
    token = Store::Tracking.ask_token(DB[:asks].first)
    expect(api.call(:get, "/api/asks/#{token}")).to include(
      driver: "Wade Ferris",
      answered: false,
      next: a_string_including("Boise")
    )
    guess = api
    guess.call(:get, "/api/asks/#{"a" * 43}")
    expect(guess.status).to eq(404)
    expect(api.call(:post, "/api/asks/#{token}", { key: "no minutes", answer: "late" })[:error]).to include(
      code: "how_late",
      path: "/late_minutes"
    )
    2.times do
      api.call(
        :post,
        "/api/asks/#{token}",
        { key: "tap on late", answer: "late", late_minutes: 45, latitude: 43.9, longitude: -116.9 }
      )
    end
    expect(DB[:messages].select_map(:body)).to eq(["Will be late by 45 min"])
    expect(client.call(:get, "/api/road")[:trips].first).to include(
      heard_where: a_string_starting_with("near "),
      spot: include(source: "link"),
      unread: 1
    )
  end

  it "asks on a schedule, not at night where the driver is, and not when he has told by himself" do
    load_id, trip_id = sent(hours: 60)
    %w[accepted on_my_way].each { |kind| tell(trip_id, kind, 0) }
    expect(client.call(:get, "/api/loads/#{load_id}/asking")).to include(status: "never", every_hours: 6)
    set =
      client.call(
        :put,
        "/api/loads/#{load_id}/asking",
        { key: "every four hours", running: true, every_hours: 4 }
      )
    expect(set).to include(status: "on", next_at: at(240).iso8601) # the pickup is at 11:30; heard at 7:30
    asked = ->(minutes) { Work::Tracking::ScheduleAsking.ask_due(at(minutes)).length }
    expect([239, 240, 241].map(&asked)).to eq([0, 1, 0])
    expect([480, 481].map(&asked)).to eq([1, 0])
    expect([720, 860].map(&asked)).to eq([1, 0]) # 19:30, and 21:50 is night
    expect([1300, 1345, 1350].map(&asked)).to eq([0, 0, 1]) # six in the morning in Boise
    client.call(:put, "/api/loads/#{load_id}/asking", { key: "no more of it", running: false })
    expect([client.call(:get, "/api/loads/#{load_id}/asking")[:status], asked.call(2000)]).to eq(["off", 0])
  end

  it "runs a clock at the dock, proposes detention to the customer, charges it once" do
    load_id, trip_id = sent
    pickup, delivery = stops(trip_id).map { |stop| stop[:stop_id] }
    { "accepted" => 0, "on_my_way" => 1 }.each { |kind, minutes| tell(trip_id, kind, minutes) }
    Clock.hold(at(240 + 200)) # the appointment is at 240
    tell(trip_id, "arrived", 200, stop: pickup)
    expect(client.call(:get, "/api/road")[:trips].first[:standing]).to include(minutes: 80, charge: "75.00")
    tell(trip_id, "loaded", 440, stop: pickup)
    tell(trip_id, "left", 440, stop: pickup)
    claim = client.call(:get, "/api/trips/#{trip_id}/diary")[:detention].first
    expect(claim).to include(
      minutes: 80,
      charge: "75.00",
      status: "proposed",
      free_minutes: 120,
      pay: "40.00"
    )
    tell(
      trip_id,
      "corrected",
      425,
      key: "left before",
      corrects: "left #{pickup} of #{trip_id}",
      note: "Sat in the yard"
    )
    # Lifted to the loading
    expect(client.call(:get, "/api/trips/#{trip_id}/diary")[:detention].first).to include(minutes: 80)
    2.times do
      client.call(:post, "/api/detention/#{claim[:id]}", { key: "charge the shed", charge: "70.00" })
    end
    expect(client.call(:post, "/api/detention/#{claim[:id]}", { key: "charge it twice" })[:error]).to include(
      code: "settled_already"
    )
    expect(client.call(:get, "/api/loads/#{load_id}")[:price][:accessorials]).to match(
      [include(kind: "detention", label: "Detention at Boise, ID, 80 min", amount: "70.00")]
    )
    expect(client.call(:get, "/api/loads/#{load_id}")[:totals][:total]).to eq("2290.00")
    expect(delivery).to be_an(Integer)
  end

  # Rates change on the 24th. The evening of the 23rd in Boise is the 24th in UTC already.
  it "says on the diary what payroll pays for the wait: by the rates of the driver's own day" do
    clerk = api(inez)
    plan = {
      in_force_from: "2026-11-24",
      basis: "per_mile",
      loaded_mile_rate: "0.58",
      empty_mile_rate: "0.50"
    }
    path = "/api/drivers/#{driver_id}/pay-plans"
    added = clerk.call(:post, path, { key: "more for waiting", detention_hourly: "60.00", **plan })
    expect(added[:plans].first).to include(in_force_from: "2026-11-24", detention_hourly: "60.00")
    _, trip_id = sent
    pickup, delivery = stops(trip_id).map { |stop| stop[:stop_id] }
    Clock.hold(at(660)) # still on the road, 18:30 in Boise
    tell(trip_id, "accepted", 0)
    tell(trip_id, "on_my_way", 1)
    tell(trip_id, "arrived", 400, stop: pickup)
    tell(trip_id, "loaded", 640, stop: pickup)
    tell(trip_id, "left", 640, stop: pickup)
    pay = -> { client.call(:get, "/api/trips/#{trip_id}/diary")[:detention].first[:pay] }
    expect(pay.call).to eq("40.00")
    Clock.hold(at(950))
    tell(trip_id, "arrived", 880, stop: delivery)
    tell(trip_id, "delivered", 900, stop: delivery, signer: "R. Dock") # 22:30 in Boise on the 23rd
    keep_photo(trip_id)
    DB[:detention_claims].update(status: "dropped", by: "Maren Holt")
    run_id =
      Work::Pay::OpenPayRun.call({ from: Date.new(2026, 11, 22), to: Date.new(2026, 11, 28) }, by: inez, now:)
    statement = Papers::StatementText.of(DB[:statements].where(pay_run_id: run_id).get(:id))
    paid =
      statement[:lines]
        .select { |line| line[:label].start_with?("Detention") }
        .sum { |line| line[:amount].to_d }
    expect([paid, pay.call]).to eq([BigDecimal("40"), "40.00"])
  end

  it "writes to drivers and hears from them, each side knowing what was read" do
    _, trip_id = sent
    client.call(
      :post,
      "/api/messages/#{driver_id}",
      { key: "where are you", body: "Call the shed first", trip_id: }
    )
    expect(DB[:texts].reverse(:id).get(:body)).to eq(
      "Juniper Fork Haulage: Call the shed first Answer here: {link}"
    )
    thread = cab.call(:get, "/api/cab")[:messages]
    expect(thread).to include(unread: 1, messages: [include(body: "Call the shed first", from_driver: false)])
    cab.call(:put, "/api/cab/messages/read", { upto: thread[:messages].last[:id] })
    expect(cab.call(:post, "/api/cab/messages", { key: "I have called", body: "Done" })[:unread]).to eq(0)
    expect(client.call(:get, "/api/messages")).to match(
      [include(driver: "Wade Ferris", unread: 1, last: "Done", from_driver: true)]
    )
    expect(client.call(:get, "/api/messages/#{driver_id}")[:messages].first[:read_at]).not_to be_nil
    Clock.hold(at(15))
    expect(client.call(:get, "/api/today")[:rows]).to include(
      include(kind: "messages", title: "Wade Ferris", reason: a_string_including("15 min", "Done"))
    )
    client.call(:put, "/api/messages/#{driver_id}/read", { upto: DB[:messages].max(:id) })
    expect(client.call(:get, "/api/messages").first[:unread]).to eq(0)
    expect(cab.call(:post, "/api/cab/messages", { key: "nothing at all", body: "  " })[:error]).to include(
      code: "message_empty",
      path: "/body"
    )
  end

  it "opens a phone with a PIN only by it, and ends the link after five wrong ones" do
    sent
    cab.call(:put, "/api/cab/settings", { key: "set a pin now", pin: "4711", language: "es" })
    cab.call(:get, "/api/cab")
    expect([cab.status, cab.error[:code]]).to eq([401, "pin_needed"])
    unlock = cab.call(:put, "/api/cab/unlock", { pin: "4711" })[:unlock]
    expect(cab.call(:get, "/api/cab", X_Cab_Unlock: unlock)[:settings]).to include(language: "es", pin: true)
    other = api.as_driver(driver_id)
    codes =
      Array.new(6) { |i| other.call(:put, "/api/cab/unlock", { pin: format("%04d", i) }).dig(:error, :code) }
    expect(codes).to eq((["wrong_pin"] * 5) + ["signed_out"])
    client.call(:post, "/api/drivers/#{driver_id}/renew-link", { key: "he forgot it" })
    expect(api.as_driver(driver_id).call(:get, "/api/cab")[:settings][:pin]).to be(false)
    expect(DB[:texts].reverse(:id).get(:body)).to include("sus viajes")
  end

  it "joins a trip's report and papers in one PDF, for dispatch and the driver alone" do
    load_id, trip_id = sent
    deliver(trip_id)
    stop_id = stops(trip_id).last[:stop_id]
    tell(trip_id, "customer_note", 0, note: "Pallet 7 was wet", stop: stop_id)
    cab.call(
      :post,
      "/api/cab/trips/#{trip_id}/papers?kind=signature&stop_id=#{stop_id}&key=signature-1&signer=R.%20Dock",
      raw: photo
    )
    cab.call(
      :post,
      "/api/cab/trips/#{trip_id}/papers?kind=bol&stop_id=#{stop_id}&key=paper-pdf-1",
      raw: Prawn::Document.new { |pdf| pdf.text "Signed bill of lading" }.render
    )
    pages =
      PDF::Reader.new(StringIO.new(cab.call(:get, "/api/cab/trips/#{trip_id}/report"))).pages.map(&:text)
    expect(pages.join("\n")).to include(
      "Report of trip",
      "Notes for the customer",
      "Pallet 7 was wet",
      "Signed bill of lading",
      "signed by R. Dock"
    )
    expect(pages.length).to eq(3)
    stranger = api.as_driver(driver_id("Nora Brandvold"))
    [["/api/cab/trips/#{trip_id}/report"], ["/api/cab/papers/#{DB[:papers].max(:id)}"]].each do |(path)|
      stranger.call(:get, path) && expect(stranger.status).to(eq(404))
    end
    expect(load(load_id)[:status]).to eq("papers_in")
  end

  it "shows the week by day and crew" do
    load_id, = sent
    week = client.call(:get, "/api/road/week?from=2026-11-23")
    expect(week[:crews]).to match(
      [
        include(
          name: "Wade Ferris",
          days: [
            [
              include(what: "starts", text: "Boise, ID", load_id:),
              include(what: "delivers", text: "Pendleton, OR")
            ],
            [],
            [],
            [],
            [],
            [],
            []
          ]
        )
      ]
    )
  end
end
