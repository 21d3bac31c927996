# frozen_string_literal: true

require "app_helper"

RSpec.describe Web::App do
  let(:client) { api(maren) }

  before { company }

  # A booking as the browser sends it.
  def sent_booking(**change)
    plain = ->(value) { value.is_a?(Time) ? value.iso8601 : value }
    input = booking(key: "key-#{change.hash}")
    input[:stops] = input[:stops].map { |stop| stop.transform_values(&plain) }
    input.merge(change)
  end

  it "books, lists, finds, shows, crews, sends and audits a load" do
    load = client.call(:post, "/api/loads", sent_booking)
    id = load[:id]
    expect(
      [client.status, load[:status], load[:totals][:total], load[:missing].map { |item| item[:code] }]
    ).to eq([201, "open", "2220.00", ["crew"]])
    expect(client.call(:get, "/api/loads?q=po-77")[:rows].map { |row| row[:number] }).to eq([load[:number]])
    expect(client.call(:get, "/api/search?q=#{load[:number]}").first).to include(address: "/freight/#{id}")
    crew
    choices = client.call(:get, "/api/loads/#{id}/crew-choices")
    expect(choices[:drivers].first).to include(name: "Wade Ferris", taken_by: nil)
    client.call(:put, "/api/loads/#{id}/crew", { key: "crew the load", **crew })
    expect(client.call(:post, "/api/loads/#{id}/send", { key: "send the load" })).to include(status: "sent")
    expect(client.call(:get, "/api/audit?kind=load&id=#{id}").map { |entry| entry[:act] }).to eq(
      %w[send_load crew_load book_load]
    )
    copy_choices =
      client.call(
        :get,
        "/api/loads/#{client.call(:post, "/api/loads", sent_booking(notes: "later"))[:id]}/crew-choices"
      )
    expect(copy_choices[:drivers].first).to include(
      last_tractor_id: unit_id("T-101"),
      last_trailer_id: unit_id("V-201"),
      taken_by: a_string_including(load[:number])
    )
  end

  it "quotes what is typed so far" do
    quote =
      client.call(
        :post,
        "/api/loads/quote",
        {
          price: {
            kind: "per_mile",
            rate: "2.50"
          },
          stops: [{ kind: "pickup", where: "83702" }, { kind: "delivery", where: "97801" }]
        }
      )
    expect(quote).to include(miles_estimated: false, line_haul: format("%.2f", quote[:miles].to_f * 2.5))
  end

  # What is sent => the code and the field it is refused at; nothing is half saved
  {
    "an unknown field" => [{ colour: "red" }, "unknown_key", "/colour"],
    "a missing field" => [{ customer_id: nil }, "wrong_form", "/customer_id"],
    "a wrong type" => [{ customer_id: "seven" }, "wrong_form", "/customer_id"],
    "a text that is too long" => [{ notes: "x" * 2001 }, "too_long", "/notes"],
    "an impossible date" => [
      {
        stops: [
          { kind: "pickup", where: "83702", from: "2026-02-30T08:00:00Z" },
          { kind: "delivery", where: "97801" }
        ]
      },
      "wrong_form",
      "/stops/0/from"
    ],
    "a time without its offset" => [
      {
        stops: [
          { kind: "pickup", where: "83702", from: "2026-11-30T08:00:00" },
          { kind: "delivery", where: "97801" }
        ]
      },
      "wrong_form",
      "/stops/0/from"
    ],
    "a negative weight" => [
      { freight: [{ what: "Onions", weight_lb: -1 }] },
      "out_of_range",
      "/freight/0/weight_lb"
    ],
    "a negative price" => [{ price: { kind: "flat", rate: "-5" } }, "wrong_form", "/price/rate"],
    "an unknown ZIP" => [
      { stops: [{ kind: "pickup", where: "00000" }, { kind: "delivery", where: "97801" }] },
      "unknown_place",
      "/stops/0/where"
    ],
    "one stop" => [{ stops: [{ kind: "pickup", where: "83702" }] }, "too_few", "/stops"],
    "a character that cannot be kept" => [{ notes: "a\u0000b" }, "wrong_form", "/notes"]
  }.each do |what, (change, code, path)|
    it "refuses #{what} at the field" do
      client.call(:post, "/api/loads", sent_booking(**change))
      expect(
        [client.status, client.error[:code], client.error[:path], client.error[:message].length.positive?]
      ).to eq([422, code, path, true])
      expect(DB[:loads].count).to eq(0)
    end
  end

  it "refuses what is no JSON, an unknown query, an address that is not there and a record that is not " \
       "there" do
    answers =
      [
        [:post, "/api/loads", "{"],
        [:get, "/api/loads?colour=red"],
        [:get, "/api/nowhere"],
        [:get, "/api/loads/999999"]
      ].map do |call|
        client.call(*call)
        client.status
      end
    expect(answers).to eq([422, 422, 404, 404])
  end

  it "answers a stale edit with both versions" do
    load = client.call(:post, "/api/loads", sent_booking)
    change = sent_booking.except(:key).merge(version: 0)
    client.call(:put, "/api/loads/#{load[:id]}", change)
    client.call(:put, "/api/loads/#{load[:id]}", change)
    expect([client.status, client.error]).to match(
      [409, include(code: "stale", changed_by: "Maren Holt", theirs: be_a(Hash))]
    )
  end

  it "takes the cab from the text to the papers" do
    load_id, trip_id = sent
    cab = api.as_driver(driver_id)
    Clock.hold(now)
    steps = 0
    while (step = cab.call(:get, "/api/cab")[:trips].first[:next])
      cab.call(
        :post,
        "/api/cab/trips/#{trip_id}/check-ins",
        {
          key: "step number #{steps += 1}",
          kind: step[:kind],
          stop_id: step[:stop_id],
          done_at: (now + steps).iso8601,
          **(step[:asks].include?("signer") ? { signer: "R. Dock" } : {})
        }
      )
      expect(cab.status).to eq(201)
    end
    stop_id = cab.call(:get, "/api/cab")[:trips][0][:stops][1][:id]
    cab.call(
      :post,
      "/api/cab/trips/#{trip_id}/papers?kind=bol&stop_id=#{stop_id}&key=photo-key-1",
      raw: photo
    )
    paper = client.call(:get, "/api/loads/#{load_id}")[:papers].first
    expect([steps, client.call(:get, "/api/papers/#{paper[:id]}").b[0, 2]]).to eq([11, "\xFF\xD8".b])
    cab.call(
      :post,
      "/api/cab/trips/#{trip_id}/papers?kind=bol&stop_id=#{stop_id}&key=photo-key-2",
      raw: "no picture"
    )
    expect(cab.error[:code]).to eq("not_a_picture")
  end

  it "ends the links of a lost phone, and texts a new one with the next trip" do
    _, trip_id = sent
    lost = api.as_driver(driver_id)
    expect(lost.call(:get, "/api/cab")[:trips].length).to eq(1)
    client.call(:post, "/api/drivers/#{driver_id}/revoke-links", { key: "lost phone", why: "phone lost" })
    lost.call(:get, "/api/cab")
    expect([client.status, lost.status]).to eq([200, 401])
    expect(api.as_driver(driver_id).call(:get, "/api/cab")[:trips].map { |trip| trip[:id] }).to eq([trip_id])
  end

  it "writes the use of a session down once a minute" do
    client = api(maren)
    sessions = DB[:account_active_session_keys]
    used = -> { sessions.get(Sequel.lit("extract(epoch FROM now() - last_use)::integer")) }
    aged = ->(age) do
      sessions.update(last_use: Sequel.lit("now() - ?::interval", age)) && client.call(:get, "/api/me")
    end
    expect([aged.call("50 seconds")[:name], used.call]).to eq(["Maren Holt", 50])
    expect([aged.call("70 seconds")[:name], used.call]).to eq(["Maren Holt", 0])
  end

  it "changes a password and ends the other sessions" do
    other = api(maren)
    client.call(
      :post,
      "/api/auth/password",
      { password: Given::PASSWORD, "new-password": "another long one" }
    )
    other.call(:get, "/api/loads")
    expect([client.status, other.status, client.call(:get, "/api/me")[:signed_in]]).to eq([200, 401, true])
    expect(DB[:account_authentication_audit_logs].select_map(:message)).to include("change_password")
  end

  it "holds back guessing by address" do
    guess = api
    62.times { guess.call(:post, "/api/auth/sign-in", { email: "x@juniperfork.example", password: "guess" }) }
    expect([guess.status, guess.error[:code]]).to eq([429, "too_many"])
  end

  it "keeps cookies from scripts and other sites, and refuses writes that another site caused" do
    sign_in = api
    sign_in.call(
      :post,
      "/api/auth/sign-in",
      { email: "#{maren.name.downcase.tr(" ", ".")}@juniperfork.example", password: Given::PASSWORD }
    )
    expect(Array(sign_in.headers["set-cookie"])).to all(match(/httponly/i).and(match(/samesite=lax/i)))
    expect(sign_in.headers["content-security-policy"]).to include("script-src 'self';").and include(
            "object-src 'none'"
          )
    client.call(:post, "/api/loads", sent_booking, Origin: "https://elsewhere.example")
    expect([client.status, DB[:loads].count]).to eq([403, 0])
  end

  it "carries one id in the header and in the error" do
    client.call(:get, "/api/loads/999999")
    expect(client.headers["x-request-id"]).to eq(client.error[:request_id])
  end

  it "answers whether it is well; its figures are on another port, by routes and without what is in an address" do
    expect(client.call(:get, "/healthz")).to eq("ok")
    ["/api/me", "/api/loads/77", "/api/asks/#{"a" * 43}", "/api/nowhere/secret"].each do |path|
      client.call(:get, path)
    end
    told = Prometheus::Client::Formats::Text.marshal(Prometheus::Client.registry)
    paths = told.scan(/path="([^"]*)"/).flatten.uniq
    expect(paths).to include("/api/me", "/api/loads/{id}", "/api/asks/{token}", "/api/unknown")
    expect(paths.grep(/aaaa|secret|77/)).to eq([])
    expect([client.call(:get, "/metrics"), client.status]).to eq(["there is nothing at this address", 404])
  end

  it "writes no token into its log" do
    log = StringIO.new
    told = Web::RequestLog.new(->(_) { [200, {}, []] }, log:)
    ["/api/asks/#{"a" * 43}", "/api/asks/#{"a" * 43}/more"].each do |path|
      told.call(Rack::MockRequest.env_for(path))
    end
    expect(log.string).to include("/api/asks/{token}")
    expect(log.string).not_to include("aaaa")
  end

  it "serves one page at every address, and files that never change for good" do
    expect(client.call(:get, "/freight/12?status=open")).to include("<div id=\"app\">")
    script = Dir[File.join(Web::Client::FOLDER, "assets/*.js")].first
    client.call(:get, "/assets/#{File.basename(script)}")
    expect(client.headers["cache-control"]).to include("immutable")
    expect(client.call(:get, "/freight")).not_to match(/<script(?![^>]*src=)/)
  end

  it "sets a company up once, with the code of the first start" do
    DB[:company].delete
    code = Work::Company::SetUp.issue_code
    input = {
      code:,
      company: "New Haulage",
      name: "Ann Ode",
      email: "ann@new.example",
      password: Given::PASSWORD,
      terminal: {
        name: "Boise",
        zip: "83705"
      }
    }
    first = api
    first.call(:post, "/api/setup", input.merge(code: "WRONG"))
    expect(first.error[:path]).to eq("/code")
    first.call(:post, "/api/setup", input.merge(password: "passwordpassword"))
    expect(first.error).to include(code: "weak_password", path: "/password")
    first.call(:post, "/api/setup", input)
    expect(
      [
        first.status,
        first.call(:post, "/api/auth/sign-in", { email: "ann@new.example", password: Given::PASSWORD })
      ]
    ).to eq([201, { message: "Signed in." }])
    first.call(:post, "/api/setup", input)
    expect(first.error[:code]).to eq("already_set_up")
  end
end
