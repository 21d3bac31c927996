# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

RSpec.describe Web::Match do
  let(:client) { api(maren) }

  before do
    Clock.hold(now)
    Work::Match::Crews.forget
    ["Wade Ferris", "Una Blank"].each { |name| known(driver_id(name)) }
    # So that Wade has a tractor and a trailer, and is where this ended
    gave = sent(at: now - (30 * Given::HOUR))
    check_out(*gave)
  end

  after { Clock.hold(nil) }

  # Ten quiet days.
  def known(id)
    Work::Hours::WriteDuty.call(
      id,
      { key: "known #{id}", from: now - (10 * 24 * Given::HOUR), status: "off_duty", why: "Paper record" },
      by: maren,
      now:
    )
    DB[:drivers].where(id:).update(duty_heard_at: now)
  end

  def check_out(_, trip_id)
    DB[:trips].where(id: trip_id).update(status: "delivered")
    DB[:loads].where(id: DB[:trip_loads].where(trip_id:).select(:load_id)).update(status: "delivered")
  end

  def rank(load_id) =
    client.call(:get, "/api/match/loads/#{load_id}")[:rows].to_h { |row| [row[:crew][:name], row] }
  def give(load_id, name = "Wade Ferris", **more) =
    client.call(
      :put,
      "/api/loads/#{load_id}/crew",
      {
        key: "give #{load_id} #{more.hash}",
        driver_ids: [driver_id(name)],
        tractor_id: unit_id("T-101"),
        trailer_id: unit_id("V-201"),
        **more
      }
    )

  it "ranks crews for a load and loads for a crew, with place, hours and money" do
    load_id = book(from: "97801", to: "83702", at: now + (6 * Given::HOUR), hours: 10)
    rows = rank(load_id)
    expect(rows["Wade Ferris"]).to include(
      verdict: "fits",
      deadhead_miles: "0.0",
      reasons: [],
      crew: include(place: "Pendleton, OR", idle: true, tractor: "T-101")
    )
    expect(rows["Wade Ferris"][:money]).to include(revenue: "2220.00", tolls: "0.00")
    expect(rows["Wade Ferris"][:money].values_at(:fuel, :tolls, :pay, :other, :profit).sum(&:to_d)).to eq(
      "2220".to_d
    )
    expect(rows["Una Blank"]).to include(verdict: "blocked", reasons: include(include(code: "no_tractor")))
    expect(client.call(:get, "/api/match/crews/#{driver_id}")[:rows].map { |row| row[:load][:id] }).to eq(
      [load_id]
    )
    expect(
      client.call(:get, "/api/match/compare?load_id=#{load_id}&drivers=#{driver_id}").first[
        :planned
      ].map { |piece| piece[:status] }
    ).to include("driving", "on_duty")
  end

  it "follows a crew through the trips before, and knows it is taken" do
    first = book(from: "97801", to: "83702", at: now + (3 * Given::HOUR), hours: 8)
    give(first)
    later = book(from: "83702", to: "97801", at: now + (40 * Given::HOUR))
    expect(rank(later)["Wade Ferris"]).to include(
      verdict: "fits",
      crew: include(place: "Boise, ID", after_load: load(first)[:number])
    )
    expect(rank(book(at: now + (5 * Given::HOUR)))["Wade Ferris"]).to include(
      verdict: "blocked",
      reasons: include(include(code: "crew_taken", text: a_string_including(load(first)[:number])))
    )
  end

  it "gives past what the company blocks only with a reason, and keeps it" do
    DB[:drivers].where(id: driver_id).update(medical_expires_on: now.to_date)
    load_id = book(at: now + (20 * Given::HOUR))
    refused = give(load_id)[:error]
    expect(refused).to include(code: "blocked", path: "/why", message: a_string_including("medical card"))
    expect(give(load_id, why: "New card is in the post, seen by Orrin")).to include(status: "planned")
    expect(Store::Company.audit("load", load_id).first[:why]).to eq(
      "Past medical_expired: New card is in the post, seen by Orrin"
    )
    client.call(
      :put,
      "/api/match/rules",
      { version: 1, effects: [{ code: "medical_expired", effect: "off" }] }
    )
    expect(
      api(account("safety")).call(
        :put,
        "/api/match/rules",
        { version: 1, effects: [{ code: "medical_expired", effect: "warn" }] }
      )[
        :rules
      ]
    ).to include(include(code: "medical_expired", effect: "warn", usual: "block"))
    expect(rank(book(at: now + (60 * Given::HOUR)))["Wade Ferris"]).to include(verdict: "tight")
  end

  it "does not overwrite what another set meanwhile, neither for a fit nor for following trucks" do
    safety = api(account("safety"))
    %w[/api/match/rules /api/tracking-settings].each do |path|
      seen = client.call(:get, path)
      change =
        (
          if path.end_with?("rules")
            { version: seen[:version], settings: { **seen[:settings], margin_minutes: 45 } }
          else
            { **seen, silent_minutes: 240 }
          end
        )
      expect(safety.call(:put, path, change)).to include(version: seen[:version] + 1)
      expect(safety.call(:put, path, change)[:error]).to include(
        code: "stale",
        message: a_string_including("changed this while you had it open")
      )
    end
  end

  it "proposes, accepts line by line, and says which line came too late" do
    load_ids = [
      book(from: "97801", to: "83702", at: now + (6 * Given::HOUR), hours: 10),
      book(at: now + (30 * Given::HOUR), to: "97801")
    ]
    proposal = client.call(:get, "/api/match/proposal")
    # Both, one after the other
    expect(proposal[:lines].flat_map { |line| line[:fits].map { |fit| fit[:load][:id] } }).to eq(load_ids)
    lines =
      proposal[:lines]
        .flat_map { |line| line[:fits] }
        .map do |fit|
          {
            load_id: fit[:load][:id],
            version: fit[:load][:version],
            driver_ids: fit[:crew][:driver_ids],
            tractor_id: fit[:tractor][:id],
            trailer_id: fit[:trailer][:id]
          }
        end
    client.call(
      :post,
      "/api/loads/#{load_ids.last}/cancel",
      { key: "too late for that", why: "Customer called" }
    )
    answers = Array.new(2) { client.call(:post, "/api/match/accept", { key: "accept it all", lines: }) }
    expect(answers.first).to match(
      [
        { load_id: load_ids.first, done: true, problem: nil },
        include(load_id: load_ids.last, done: false, problem: a_string_including("cancelled"))
      ]
    )
    expect(answers.last.first).to eq(answers.first.first)
    expect(load(load_ids.first)[:status]).to eq("planned")
  end

  it "says who could be where by when, with the hours left then" do
    answer = client.call(:get, "/api/match/where?place=Boise,%20ID&at=#{(now + (12 * Given::HOUR)).iso8601}")
    expect(answer[:rows].first).to include(crew: include(name: "Una Blank"), miles: "6.7", left_minutes: 660)
    expect(answer[:rows].last).to include(
      crew: include(name: "Wade Ferris"),
      arrives_at: a_string_matching(/\d/),
      left_minutes: be_between(400, 600)
    )
    expect(client.call(:get, "/api/match/where?place=Nowhere,%20ID&at=#{now.iso8601}")[:error]).to include(
      code: "unknown_place",
      path: "/place"
    )
    expect(
      client.call(:get, "/api/match/where?place=Boise,%20ID&at=#{(now + Given::HOUR).iso8601}")[:rows].last
    ).to include(crew: include(name: "Wade Ferris"), arrives_at: nil)
  end

  it "hands crews over with notes, and shows on whose desk they are" do
    tobias = account("dispatcher", "Tobias Reyes")
    desks =
      client.call(
        :post,
        "/api/hand-overs",
        {
          key: "hand over all",
          to_id: tobias.id,
          driver_ids: [driver_id],
          notes: "Wade wants to be home on Friday"
        }
      )
    expect(
      desks[:people].find { |person| person[:id] == tobias.id }[:crews].map { |crew| crew[:name] }
    ).to eq(["Wade Ferris"])
    expect(desks[:notes].first).to include(
      from: maren.name,
      notes: "Wade wants to be home on Friday",
      crews: ["Wade Ferris"]
    )
    expect(
      client.call(
        :post,
        "/api/hand-overs",
        { key: "hand over to none", to_id: account("safety", "Orrin Pike").id, driver_ids: [driver_id] }
      )[
        :error
      ]
    ).to include(code: "no_dispatcher", path: "/to_id")
  end

  it "lists what needs a decision, most at stake first, and puts off with a reason" do
    near, far = book(at: now + (2 * Given::HOUR)), book(at: now + (40 * Given::HOUR))
    DB[:drivers].where(id: driver_id).update(medical_expires_on: now.to_date + 8)
    today = client.call(:get, "/api/today")
    expect(today[:rows].map { |row| row[:what] }).to eq(
      ["uncovered load #{near}", "uncovered load #{far}", "paper driver #{driver_id} medical card"]
    )
    expect(today[:rows].first).to include(
      reason: a_string_matching(/Nobody has it: pickup in 2 h, \$2,220\.00/),
      address: "/match?load=#{near}"
    )
    left =
      client.call(
        :put,
        "/api/today/snooze",
        { what: "uncovered load #{far}", until: (now + Given::HOUR).iso8601, why: "Waiting for the customer" }
      )
    expect(left[:rows].map { |row| row[:what] }).not_to include("uncovered load #{far}")
    expect(left[:snoozed]).to contain_exactly(include(why: "Waiting for the customer", by: maren.name))
    Clock.hold(now + (2 * Given::HOUR))
    expect(client.call(:get, "/api/today")[:rows].map { |row| row[:what] }).to include(
      "uncovered load #{far}"
    )
  end

  it "swaps two crews or none, and tells whoever was told" do
    first, = sent(at: now + (20 * Given::HOUR), hours: 6)
    second = book(at: now + (20 * Given::HOUR), hours: 6)
    Work::Freight::CrewLoad.call(
      second,
      crew("Una Blank", tractor: "T-102", trailer: "V-202"),
      by: maren,
      now:
    )
    client.call(
      :post,
      "/api/loads/#{first}/swap",
      { key: "swap the two", load_id: second, why: "Una lives there" }
    )
    expect([first, second].map { |id| load(id).values_at(:status, :crew) }).to eq(
      [["planned", "Una Blank"], ["planned", "Wade Ferris"]]
    )
    expect(DB[:texts].where(Sequel.like(:body, "%called off%")).count).to eq(1)
    expect(
      client.call(
        :post,
        "/api/loads/#{first}/swap",
        { key: "swap with none", load_id: book(at: now + (90 * Given::HOUR)), why: "No reason" }
      )[
        :error
      ]
    ).to include(code: "no_crew")
  end

  it "makes a trip sheet and a calendar of stops, and tells the driver what has changed" do
    load_id, trip_id = sent(at: now + (20 * Given::HOUR))
    sheet =
      PDF::Reader
        .new(StringIO.new(client.call(:get, "/api/trips/#{trip_id}/sheet")))
        .pages
        .map(&:text)
        .join("\n")
    expect(sheet).to include(
      "Wade Ferris",
      "tractor T-101",
      "Pendleton, OR",
      "Yellow onions",
      "44,000 lb",
      "The route"
    )
    expect(client.call(:get, "/api/drivers/#{driver_id}/stops")).to include(
      "BEGIN:VCALENDAR",
      "SUMMARY:Pickup #{load(load_id)[:number]}",
      "DTSTART"
    )
    Work::Freight::ChangeLoad.call(
      load_id,
      booking(at: now + (22 * Given::HOUR)).merge(version: load(load_id)[:version]),
      by: maren,
      now:
    )
    expect(DB[:texts].reverse(:id).get(:body)).to include("has changed: pickup time, delivery time")
  end

  it "lets nobody go without a medical card on file, until it is there or somebody says why" do
    load_id = book(at: now + (40 * Given::HOUR))
    DB[:drivers].where(id: driver_id).update(medical_expires_on: nil)
    expect(rank(load_id)["Wade Ferris"]).to include(verdict: "blocked")
    expect(give(load_id)[:error]).to include(
      code: "blocked",
      path: "/why",
      message: a_string_starting_with("Wade Ferris: no medical card with its date on file.")
    )
    api(account("safety")).call(
      :post,
      "/api/drivers/#{driver_id}/papers",
      { key: "card came in", kind: "medical_card", number: "M-1", expires_on: "2027-11-20" }
    )
    expect(rank(load_id)["Wade Ferris"]).to include(verdict: "fits")
    expect(client.call(:get, "/api/drivers/#{driver_id}")).to include(medical_expires_on: "2027-11-20")
  end

  it "blocks what is over 80,000 lb and can be divided, and says what it weighs by what was never weighed" do
    heavy = ->(**line) { book(at: now + (40 * Given::HOUR), freight: [{ what: "Onions", **line }]) }
    told = rank(heavy.call(pieces: 24, weight_lb: 47_000))["Wade Ferris"]
    expect(told[:reasons]).to include(
      include(
        code: "overweight",
        effect: "block",
        source: "23 CFR 658.17",
        text: a_string_including("150 lb over")
      )
    )
    expect(told[:gross]).to include("tractor 17,000 lb (not weighed, the usual)")
    one_piece = rank(heavy.call(pieces: 1, weight_lb: 47_000))["Wade Ferris"]
    expect(one_piece[:reasons].map { |reason| reason[:code] }).to eq(%w[permit_needed])
    expect(rank(heavy.call(pieces: 24, weight_lb: 46_850))["Wade Ferris"]).to include(verdict: "fits")
  end

  it "keeps papers of crew and equipment, and blocks by them" do
    safety = api(account("safety"))
    papers =
      safety.call(
        :post,
        "/api/units/#{unit_id("V-201")}/papers",
        { key: "inspection one", kind: "annual_inspection", number: "A-7", expires_on: now.to_date.iso8601 }
      )
    id = papers[:papers].first[:id]
    expect(rank(book(at: now + (40 * Given::HOUR)))["Wade Ferris"][:reasons]).to include(
      include(code: "inspection_expired", text: a_string_including("V-201"))
    )
    safety.call(
      :post,
      "/api/credentials/#{id}/file?key=inspection-photo",
      raw: Prawn::Document.new { |pdf| pdf.text "Inspected" }.render
    )
    safety.call(:post, "/api/credentials/#{id}/verify", { key: "looked at it" })
    expect(client.call(:get, "/api/units/#{unit_id("V-201")}/papers")[:papers].first).to include(
      verified_by: "A safety",
      content_type: "application/pdf",
      current: true
    )
    expect(
      safety.call(:post, "/api/credentials/#{id}/file?key=inspection-bad", raw: "no paper")[:error]
    ).to include(code: "not_a_picture")
    safety.call(
      :post,
      "/api/units/#{unit_id("V-201")}/papers",
      {
        key: "inspection two",
        kind: "annual_inspection",
        number: "A-8",
        expires_on: (now.to_date + 365).iso8601
      }
    )
    expect(
      client.call(:get, "/api/units/#{unit_id("V-201")}/papers")[:papers]
        .select { |paper| paper[:kind] == "annual_inspection" }
        .map { |paper| paper[:current] }
    ).to eq([true, false, false])
    expect(rank(book(at: now + (70 * Given::HOUR)))["Wade Ferris"]).to include(verdict: "fits")
    safety.call(
      :post,
      "/api/drivers/#{driver_id}/days-off",
      {
        key: "off for a week",
        from_on: (now.to_date + 4).iso8601,
        to_on: (now.to_date + 9).iso8601,
        why: "wedding"
      }
    )
    expect(rank(book(at: now + (100 * Given::HOUR)))["Wade Ferris"][:reasons]).to include(
      include(code: "day_off", text: a_string_including("wedding"))
    )
  end

  it "checks a VIN by its digit" do
    refused =
      client.call(
        :post,
        "/api/units",
        { key: "a new tractor", number: "T-900", kind: "tractor", vin: "1M8GDM9A1KP042788" }
      )
    expect(refused[:error]).to include(code: "vin_check", path: "/vin")
    made =
      client.call(
        :post,
        "/api/units",
        {
          key: "the same right",
          number: "T-900",
          kind: "tractor",
          vin: "1M8GDM9AXKP042788",
          miles_per_gallon: "6.8",
          axle_spacings_ft: [14.5, 4.3]
        }
      )
    expect(made).to include(miles_per_gallon: "6.80", axle_spacings_ft: [14.5, 4.3])
  end
end
