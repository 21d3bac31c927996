# frozen_string_literal: true

require "app_helper"
require "csv"

# Customers' people: what they see of their own, and nothing of anybody else's.
RSpec.describe Web::Window do
  let(:other_id) { add(:customers, name: "Sawtooth Feeds") }
  let(:dora) { onlooker(customer_id, may: %w[pay invite]) }
  let(:client) { api(dora) }
  let(:staff) { api(account(%w[administrator dispatcher settlement_clerk], "Greta Lindqvist")) }

  before do
    company
    Clock.hold(now)
  end

  after { Clock.hold(nil) }

  def key = SecureRandom.hex(8)
  def listed(who = client, **query) = who.call(:get, "/api/window/loads?#{URI.encode_www_form(query)}")
  def page(id, who = client) = who.call(:get, "/api/window/loads/#{id}")
  def rules(**said)
    usual = staff.call(:get, "/api/window-rules").slice(:version, :stages, :papers, :position, :driver)
    staff.call(:put, "/api/window-rules", { **usual, **said })
  end

  it "shows a customer's own loads by what is promised, with the forecast as a sentence can say it" do
    id, trip_id = sent(crew)
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way", at: now + Given::HOUR)
    book(customer_id: other_id)
    Clock.hold(now + (2 * Given::HOUR))
    Work::Tracking::Foresee.refresh([trip_id], Clock.now)
    row = listed[:rows].first
    expect([listed[:total], row[:stage], row[:number]]).to eq([1, "rolling", load(id)[:number]])
    expect(row[:next]).to include(kind: "pickup", town: "Boise", address: "")
    foreseen = row[:foreseen]
    arrive_at = DB[:forecasts].where(stop_id: row[:next][:id]).get(:arrive_at)
    expect(Time.parse(foreseen[:from])..Time.parse(foreseen[:to])).to cover(arrive_at)
    expect(listed(stage: "delivered")[:rows]).to eq([])
    expect(listed(q: "payette")[:total]).to eq(0)
    expect(listed(q: load(id)[:number].downcase)[:total]).to eq(1)
    sheet = CSV.parse(client.call(:get, "/api/window/loads.csv"), headers: true)
    expect(sheet.map { |line| line["number"] }).to eq([load(id)[:number]])
  end

  it "shows papers and bills once they are there, bills only to who pays, and a position as coarse as we say" do
    id, trip_id = sent(crew)
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    spot = { latitude: 43.5832, longitude: -116.2501, at: now }
    DB[:positions].insert(driver_id: driver_id, trip_id:, heard_at: now, source: "device", **spot)
    expect(page(id)).to include(drivers: ["Wade"], spot: include(near: match(/, ID\z/)))
    expect(page(id)[:spot][:latitude]).not_to eq(43.5832)
    rules(position: "exact", driver: false)
    expect(page(id)).to include(drivers: [], spot: include(latitude: 43.5832))
    rules(position: "none")
    expect(page(id)[:spot]).to be_nil
    deliver(trip_id)
    keep_photo(trip_id)
    invoice = api(inez).call(:post, "/api/invoices", { key:, load_ids: [id] })
    expect(page(id)).to include(papers: [include(kind: "bol")], invoices: [include(number: invoice[:number])])
    expect(page(id, api(onlooker(customer_id, "Saul Fen")))[:invoices]).to eq([])
    expect(client.call(:get, "/api/window/papers/#{page(id)[:papers].first[:id]}").bytesize).to be_positive
    expect(client.call(:get, "/api/window/invoices")).to match(
      [include(owed: invoice[:total], standing: "open")]
    )
    expect(client.call(:get, "/api/window/invoices/#{invoice[:id]}/pdf")).to start_with("%PDF")
  end

  # Every operation of theirs with the other's ids: as if there were none.
  it "says of what is another customer's that there is none" do
    id, trip_id = sent(crew)
    deliver(trip_id)
    keep_photo(trip_id)
    invoice = api(inez).call(:post, "/api/invoices", { key:, load_ids: [id] })
    link_id = Work::Window::ShareLoad.make(nil, id, { key: }, by: maren, now:)
    ask = {
      stops: [{ kind: "pickup", where: "83702" }, { kind: "delivery", where: "97801" }],
      freight: [{ what: "Onions" }]
    }
    request_id = Work::Window::AskLoad.call(customer_id, { key:, **ask }, by: dora, now:)
    stranger = api(onlooker(other_id, "Ned Marsh", may: %w[pay invite request]))
    ids = {
      loads: id,
      papers: DB[:papers].get(:id),
      invoices: invoice[:id],
      links: link_id,
      people: dora.id,
      requests: request_id,
      programs: Work::Window::KeepProgram.make(customer_id, { key:, name: "Yard", may: [] }, by: dora, now:),
      hooks:
        Work::Window::KeepHook.make(customer_id, { key:, url: "https://loads.example.com/" }, by: dora, now:)
    }
    theirs =
      Web::Contract.current.operations.select do |one|
        one["x-roles"].any? { |role| role.start_with?("customer") }
      end
    bodies = {
      %w[post /api/window/loads/{id}/links] => {
        key:
      },
      %w[put /api/window/told] => {
        told: []
      },
      %w[post /api/window/requests] => {
        key:,
        stops: [{ kind: "pickup", where: "59801" }, { kind: "delivery", where: "83330" }],
        freight: [{ what: "Hay" }]
      },
      %w[post /api/window/requests/{id}/take-back] => {
        key:,
        version: 0
      },
      %w[put /api/window/requests/{id}] => {
        key:,
        version: 0,
        stops: [{ kind: "pickup", where: "59801" }, { kind: "delivery", where: "83330" }],
        freight: [{ what: "Hay" }]
      },
      %w[post /api/window/loads/{id}/cancel] => {
        key:,
        why: "Not ours"
      },
      %w[post /api/window/programs] => {
        key:,
        name: "Theirs",
        may: []
      },
      %w[post /api/window/hooks] => {
        key:,
        url: "https://theirs.example.com/"
      },
      %w[post /api/window/hooks/{id}/start] => {
        key:
      },
      %w[post /api/window/hooks/{id}/try] => {
        key:
      },
      %w[post /api/window/people] => {
        key:,
        name: "Ida Fen",
        email: "ida@example.com",
        may: []
      },
      %w[patch /api/window/people/{id}] => {
        version: 0,
        may: []
      }
    }
    tried =
      theirs.map do |operation|
        path = operation.path.gsub("{id}") { ids.fetch(operation.path.split("/")[3].to_sym).to_s }
        body = bodies[[operation.request_method, operation.path]]
        answer = stranger.call(operation.request_method.to_sym, path, body)
        [operation.path, stranger.status, answer]
      end
    with_id = tried.select { |path, _, _| path.include?("{id}") }
    expect(with_id.length).to be >= 6
    expect(with_id.reject { |_, status, _| status == 404 }).to eq([])
    said = tried.reject { |path, _, _| path.include?("{id}") }.map(&:last).to_s
    expect(said).not_to match(/#{load(id)[:number]}|#{invoice[:number]}|Treasure|Dora|Pendleton/)
    expect(DB[:load_links].get(:revoked_at)).to be_nil
  end

  # The last wall: whatever a query asks for, the database shows the viewer's own rows and the granted columns.
  it "is held by the database, whatever is asked of it" do
    own = book
    foreign = book(customer_id: other_id)
    viewer = Store::Window.viewer(customer_id, pays: false)
    tables = %i[
      loads
      stops
      freight_lines
      load_references
      papers
      trip_loads
      trips
      trip_stops
      check_ins
      forecasts
      positions
    ]
    Store::Window.as(viewer) do
      expect(DB[:loads].select_map(:id)).to eq([own])
      expect(DB[:stops].select_map(:load_id).uniq).to eq([own])
      expect(DB[:customers].select_map(:id)).to eq([customer_id])
      tables.each { |table| DB[table].select(1).all }
    end
    expect(Store::Freight.load(foreign)).not_to be_nil # and is itself again after it
    hidden = %i[
      accessorials
      driver_places
      pay_items
      ledger_entries
      messages
      audit_entries
      que_jobs
      cab_links
      statements
    ]
    hidden.each do |table|
      expect { Store::Window.as(viewer) { DB[table].select(1).first } }.to raise_error(/permission denied/),
      table.to_s
    end
    {
      loads: %i[total notes driver_notes booked_by agreed_miles],
      drivers: %i[phone email],
      check_ins: %i[note by]
    }.each do |table, columns|
      columns.each do |column|
        expect { Store::Window.as(viewer) { DB[table].get(column) } }.to raise_error(/permission denied/),
        "#{table}.#{column}"
      end
    end
    expect { Store::Window.as(viewer) { DB[:loads].update(reference: "mine") } }.to raise_error(
      /permission denied/
    )
  end

  it "has a carrier's people and a customer's each on their own side" do
    codes =
      %w[/api/loads /api/people /api/customers /api/search?q=boise /api/live].map do |path|
        client.call(:get, path).dig(:error, :code)
      end
    expect(codes.uniq - ["no_such_address"]).to eq(["not_allowed"])
    expect(staff.call(:get, "/api/window/loads").dig(:error, :code)).to eq("not_allowed")
    expect(staff.call(:get, "/api/people").map { |one| one[:name] }).not_to include("Dora Quill")
    expect(
      staff.call(:patch, "/api/people/#{dora.id}", { roles: ["administrator"] }).dig(:error, :code)
    ).to eq("not_found")
  end

  it "shows no more of a load than the company says, to all or to one customer" do
    id = book
    expect(page(id)[:load][:stage]).to eq("booked")
    rules(stages: %w[crewed rolling delivered])
    expect([listed[:total], page(id)[:error][:code]]).to eq([0, "not_found"])
    path = "/api/customers/#{customer_id}/window"
    own =
      staff.call(:put, path, { version: 0, stages: %w[booked], papers: [], position: "none", driver: false })
    expect([own[:own], listed[:total]]).to eq([true, 1])
    again = staff.call(:put, path, { version: 0, stages: [], papers: [], position: "none", driver: false })
    expect(again[:error][:code]).to eq("stale")
    expect(staff.call(:delete, path)).to include(own: false)
    expect(listed[:total]).to eq(0)
  end

  it "lets the customer's own invite, change and shut out their people, and nobody take their own place" do
    made =
      client.call(
        :post,
        "/api/window/people",
        { key:, name: "Saul Fen", email: "saul@example.com", may: ["request"] }
      )
    expect(made.map { |one| one.values_at(:name, :may) }).to eq(
      [["Dora Quill", %w[pay invite]], ["Saul Fen", ["request"]]]
    )
    expect(DB[:mails].select_map(%i[to subject])).to include(
      ["saul@example.com", "Sign in at Juniper Fork Haulage"]
    )
    twice =
      client.call(:post, "/api/window/people", { key:, name: "Saul", email: "SAUL@example.com", may: [] })
    expect(twice[:error]).to include(code: "email_taken", path: "/email")
    saul = made.last
    changed = client.call(:patch, "/api/window/people/#{saul[:id]}", { version: 0, disabled: true })
    expect(changed.last).to include(disabled: true, version: 1)
    stale = client.call(:patch, "/api/window/people/#{saul[:id]}", { version: 0, may: [] })
    expect(stale[:error][:code]).to eq("stale")
    own = client.call(:patch, "/api/window/people/#{dora.id}", { version: 0, may: ["pay"] })
    expect(own[:error][:code]).to eq("own_account")
    none =
      staff.call(
        :post,
        "/api/customers/#{add(:customers, name: "A shipper", payer: false)}/people",
        { key:, name: "N", email: "n@example.com", may: [] }
      )
    expect(none[:error][:code]).to eq("no_payer")
    expect(staff.call(:get, "/api/customers/#{customer_id}/people")[:people].length).to eq(2)
  end

  it "passes one load on by a link that shows no papers and no price, counts its visits, ends, and can be taken back" do
    id, = sent(crew)
    made = client.call(:post, "/api/window/loads/#{id}/links", { key:, days: 2 })
    link = made[:links].first
    visit = ->(at = now) do
      Clock.hold(at)
      ApiClient
        .new
        .tap { |one| one.header("Authorization", "Bearer #{link[:token]}") }
        .call(:get, "/api/passed-on")
    end
    expect(visit.call).to include(
      links: [],
      papers: [],
      invoices: [],
      load: include(number: load(id)[:number])
    )
    visit.call
    expect(page(id)[:links]).to match([include(visits: 2, token: link[:token])])
    expect(visit.call(now + (3 * 24 * Given::HOUR))[:error][:code]).to eq("signed_out")
    Clock.hold(now)
    client.call(:delete, "/api/window/links/#{link[:id]}")
    expect([visit.call[:error][:code], page(id)[:links]]).to eq(["signed_out", []])
    expect(ApiClient.new.call(:get, "/api/passed-on")[:error][:code]).to eq("signed_out")
  end

  describe "a load that is asked for" do
    let(:client) { api(onlooker(customer_id, may: %w[request])) }
    let(:dispatch) { api(maren) }

    def ask(from: "Payette, ID", **more) =
      client.call(
        :post,
        "/api/window/requests",
        {
          key:,
          stops: [
            { kind: "pickup", where: from, from: (now + (24 * Given::HOUR)).iso8601 },
            {
              kind: "delivery",
              where: "97801",
              name: "Round-Up Foods",
              from: (now + (32 * Given::HOUR)).iso8601
            }
          ],
          freight: [{ what: "Red onions", pieces: 20, unit: "pallets", weight_lb: 40_000 }],
          references: [{ kind: "po", value: "PO-9" }],
          **more
        }
      )
    def accept(request, **more) =
      dispatch.call(
        :post,
        "/api/load-requests/#{request[:id]}/accept",
        { key:, version: request[:version], price: { kind: "flat", rate: "1850.00" }, **more }
      )

    it "waits for dispatch, is priced and booked as it was asked, and whoever asked is mailed" do
      ask
      waiting = dispatch.call(:get, "/api/load-requests")
      expect(waiting).to match(
        [include(customer: "Treasure Basin Onions", asked_by: "Dora Quill", status: "asked")]
      )
      expect(waiting.first[:stops].map { |stop| stop[:zone] }).to eq(%w[America/Boise America/Los_Angeles])
      load_id = accept(waiting.first)[:load_id]
      expect(load(load_id)).to include(
        status: "open",
        origin: "Payette, ID",
        total: 1850,
        booked_by: "Maren Holt"
      )
      expect(page(load_id)).to include(references: [{ kind: "po", value: "PO-9" }])
      expect(client.call(:get, "/api/window/requests")).to match([include(status: "accepted", load_id:)])
      expect(DB[:mails].reverse(:id).get(:subject)).to eq("We haul it: #{load(load_id)[:number]}")
      expect(dispatch.call(:get, "/api/load-requests")).to eq([])
      expect(accept(waiting.first)[:error]).to include(code: "answered", message: /Maren Holt was faster/)
    end

    it "is booked with the surcharge of the customer's own scale" do
      scale = {
        kind: "per_mile",
        base: "1.20",
        step: "0.06",
        each: "0.01",
        counting: "begun",
        places: 2,
        lag_days: 1
      }
      Work::Billing::Agree.scale(
        { customer_id:, from_on: now.to_date - 90, region: "US", **scale },
        by: inez,
        now:
      )
      Work::Billing::TakeDieselPrices.call("told_on,price\n2026-11-16,3.600", preview: false, by: inez, now:)
      ask
      load_id = accept(dispatch.call(:get, "/api/load-requests").first)[:load_id]
      # 3.60 is forty full steps of six cents above 1.20, and the next has begun.
      expect(load(load_id)).to include(fuel_by_scale: true, fuel_rate: BigDecimal("0.41"))
    end

    it "is refused with a reason, or taken back until then, and never of another customer" do
      request = ask.first
      foreign = api(onlooker(other_id, "Ned Marsh", may: %w[request]))
      take_back = ->(who, version: 0) do
        who.call(:post, "/api/window/requests/#{request[:id]}/take-back", { key:, version: })
      end
      expect(take_back.call(foreign)[:error][:code]).to eq("not_found")
      expect(take_back.call(client, version: 4)[:error][:code]).to eq("stale")
      refused = { key:, version: 0, why: "No reefer is near" }
      expect(dispatch.call(:post, "/api/load-requests/#{request[:id]}/refuse", refused)).to eq([])
      expect(client.call(:get, "/api/window/requests").first).to include(
        status: "refused",
        why: "No reefer is near"
      )
      expect(take_back.call(client)[:error][:code]).to eq("answered")
    end

    it "is changed until somebody has answered, and loses nobody's change" do
      request = ask.first
      change = ->(weight_lb, version: 0, **more) do
        body = {
          key:,
          version:,
          stops: [{ kind: "pickup", where: "83661" }, { kind: "delivery", where: "98032" }],
          freight: [{ what: "Red onions", weight_lb: }],
          **more
        }
        client.call(:put, "/api/window/requests/#{request[:id]}", body)
      end
      expect(change.call(41_000).first).to include(version: 1, freight: [include(weight_lb: 41_000)])
      expect(change.call(42_000)[:error][:code]).to eq("stale")
      expect(change.call(42_000, version: 1, freight: [])[:error][:path]).to start_with("/freight")
      waiting = dispatch.call(:get, "/api/load-requests").first
      expect(waiting[:stops].last).to include(where: "98032")
      # Dispatch had it open as it was: it is shown what it is now, and books nothing meanwhile.
      expect(accept(request)[:error][:code]).to eq("stale")
      accept(waiting)
      expect(change.call(43_000, version: 1)[:error][:code]).to eq("answered")
    end

    it "is cancelled by its customer once it is booked, until there is a truck" do
      id = book
      cancel = ->(load_id) do
        body = { key:, why: "The buyer has backed out" }
        client.call(:post, "/api/window/loads/#{load_id}/cancel", body)
      end
      expect(page(id)).to include(cancellable: true)
      expect(cancel.call(id)).to eq(done: true)
      expect(load(id)).to include(status: "cancelled", cancel_reason: "The buyer has backed out")
      crewed, = sent(crew)
      expect(page(crewed)).to include(cancellable: false)
      expect(cancel.call(crewed)[:error]).to include(code: "crewed", message: /ring us/)
      expect(load(crewed)[:status]).to eq("sent")
    end

    it "says at the field what cannot be, and needs the right to ask" do
      expect(ask(from: "Nowhere, ID")[:error]).to include(code: "unknown_place", path: "/stops/0/where")
      expect(ask(freight: [])[:error][:path]).to start_with("/freight")
      only_looks = api(onlooker(customer_id, "Saul Fen"))
      expect(only_looks.call(:post, "/api/window/requests", { key: })[:error][:code]).to eq("not_allowed")
    end
  end

  it "mails who wants to hear of pickup and delivery, once each, and nobody else" do
    client.call(:put, "/api/window/told", { told: %w[pickup delivery] })
    onlooker(customer_id, "Saul Fen")
    before = DB[:mails].count
    id, trip_id = sent(crew)
    deliver(trip_id)
    2.times { Work::Tracking::FollowUp.call(trip_id, now:) }
    mails = DB[:mails].order(:id).offset(before).select_map(%i[to subject])
    number = load(id)[:number]
    expect(mails).to eq(
      [
        ["dora.quill@example.com", "#{number}, Boise, ID to Pendleton, OR, was picked up"],
        ["dora.quill@example.com", "#{number}, Boise, ID to Pendleton, OR, was delivered"]
      ]
    )
  end

  it "goes by the trip that hauls it, not by one that was declined before" do
    client.call(:put, "/api/window/told", { told: %w[pickup delivery] })
    id, trip_id = sent(crew)
    check_in(trip_id, "declined", note: "Sick")
    opal = driver("Opal Jensrud")
    Work::Freight::CrewLoad.call(
      id,
      crew("Opal Jensrud", tractor: "T-102", trailer: "V-202"),
      by: maren,
      now:
    )
    Work::Freight::SendLoad.call(id, {}, by: maren, now:)
    expect(page(id)[:drivers]).to eq(["Opal"])
    deliver(Store::Freight.live_trip(id)[:id], by: opal)
    expect(page(id)[:stops].map { |stop| stop[:worked_at].nil? }).to eq([false, false])
    expect(DB[:mails].where(Sequel.like(:subject, "%was delivered")).count).to eq(1)
  end

  it "tells nobody of what happened before they asked to hear of it" do
    id, trip_id = sent(crew)
    deliver(trip_id)
    Clock.hold(now + (72 * Given::HOUR))
    client.call(:put, "/api/window/told", { told: %w[pickup delivery] })
    keep_photo(trip_id)
    Work::Tracking::FollowUp.call(trip_id, now: Clock.now)
    expect(DB[:mails].where(Sequel.like(:subject, "#{load(id)[:number]}%")).count).to eq(0)
  end

  # Of a truck that rolls on with what is another customer's.
  it "calls a partial delivered once its own stops are, and shows the truck no longer" do
    id, trip_id = sent(crew)
    check_in(trip_id, "accepted")
    check_in(trip_id, "on_my_way")
    spot = { latitude: 43.58, longitude: -116.25, at: now }
    DB[:positions].insert(driver_id:, trip_id:, heard_at: now, source: "device", **spot)
    expect(page(id)[:spot]).not_to be_nil
    DB[:trip_stops].where(trip_id:).update(arrived_at: now, worked_at: now, left_at: now)
    expect(page(id)).to include(spot: nil, load: include(stage: "delivered", foreseen: nil))
    expect(listed[:rows].first).to include(stage: "delivered", delivered_at: now.iso8601)
  end

  it "mails who wants to hear of a delay, once for each alarm" do
    client.call(:put, "/api/window/told", { told: %w[delay] })
    id, = sent(crew)
    stop = DB[:stops].where(load_id: id).order(:position).last
    2.times { Work::Window::TellPeople.late(id, stop, 45, now:) }
    Work::Window::TellPeople.late(id, stop, 90, now:)
    words = "#{load(id)[:number]} will be about %s late at Pendleton, OR, Pendleton"
    expect(DB[:mails].where(Sequel.like(:subject, "%late%")).order(:id).select_map(:subject)).to eq(
      [format(words, "45 min"), format(words, "1 h 30 min")]
    )
  end
end
