# frozen_string_literal: true

require "app_helper"

# A trip is one thing, with all its loads: told, driven and delivered for every load aboard, and by the words of
# its driver only where they can be true.
RSpec.describe "A trip with several loads" do
  let(:client) { api(maren) }
  let(:a) { partial(20_000, at: now + (20 * Given::HOUR), hours: 10) }
  let(:b) { partial(15_000, from: "83605", to: "97850", at: now + (21 * Given::HOUR), hours: 6) }

  before { DB[:units].where(id: unit_id("V-201")).update(capacity_lb: 45_000) }

  after { Clock.hold(nil) }

  def trip_of(load_id) = Store::Freight.live_trip(load_id)
  def statuses(*ids) = ids.map { |id| load(id)[:status] }
  def shared
    Work::Freight::CrewLoad.call(a, crew, by: maren, now:)
    Work::Freight::JoinTrip.call(b, { trip_id: trip_of(a)[:id], key: "join" }, by: maren, now:)
    trip_of(a)[:id]
  end
  def send_load(id, key: nil) = Work::Freight::SendLoad.call(id, { key: }, by: maren, now:)
  def trip_texts(trip_id) = DB[:texts].where(trip_id:, phrase: "trip").count

  it "is sent once with all that is aboard, whichever load it is sent from" do
    trip_id = shared
    expect(statuses(a, b)).to eq(%w[planned planned])
    send_load(a)
    expect(statuses(a, b)).to eq(%w[sent sent])
    expect(client.call(:get, "/api/loads/#{b}")[:missing].map { |one| one[:code] }).not_to include("send")
    expect { send_load(b) }.to refuse("wrong_status")
    expect(trip_texts(trip_id)).to eq(1)
  end

  it "is never put back by a load that was left behind when it was sent" do
    trip_id = shared
    send_load(a)
    deliver(trip_id, begins: now + (20 * Given::HOUR), dwell_minutes: [30, 30, 30, 30])
    expect(statuses(a, b)).to eq(%w[delivered delivered])
    # As it was written before all loads of a trip were sent as one.
    DB[:loads].where(id: b).update(status: "planned")
    send_load(b)
    expect([*statuses(a, b), DB[:trips].where(id: trip_id).get(:status)]).to eq(%w[delivered] * 3)
    expect(trip_texts(trip_id)).to eq(1)
  end

  it "takes two taps, from two tabs or phones, for one step; who adds something is heard" do
    load_id, trip_id = sent
    at = now + (2 * Given::HOUR)
    arrived = -> { DB[:check_ins].where(trip_id:, kind: "arrived").order(:id).select_map(%i[done_at signer]) }
    tap = ->(key, after: 0, **more) do
      input = {
        key:,
        kind: "arrived",
        stop_id: Store::Freight.stops(load_id).first[:id],
        done_at: at + after,
        **more
      }
      Work::Tracking::CheckIn.call(trip_id, input, driver:, now: at + 600)
    end
    tap["tab one"]
    tap["tab two", after: 90]
    expect(arrived.call.length).to eq(1)
    tap["a minute and a half and one second", after: 91]
    expect(arrived.call.length).to eq(2)
    tap["with the seal", after: 5, seal: "S-17"]
    expect(arrived.call.length).to eq(3)
    # What was taken back can be told again at once.
    Work::Tracking::CheckIn.call(
      trip_id,
      { key: "back", kind: "withdrawn", corrects: "tab one", note: "Tapped by mistake", done_at: at + 10 },
      driver:,
      now: at + 600
    )
    tap["after all", after: -60]
    expect(arrived.call.length).to eq(4)
  end

  it "wants the permits of every load aboard before it is sent" do
    shared
    allow(Work::Permits::Missing).to receive(:of) { |id, **|
      id == b ? ["OR: the permit is not applied for."] : []
    }
    expect { send_load(a) }.to refuse("permits_missing", "")
    begin
    rescue StandardError
      nil
    end
    expect(statuses(a, b)).to eq(%w[planned planned])
  end

  describe "told by texts" do
    let(:trip_id) { shared.tap { send_load(a) } }
    let(:stops) { Store::Freight.trip_stops(trip_id).all }

    before do
      DB[:drivers].where(id: driver_id).update(smartphone: false)
      trip_id
    end

    def says(body, minute)
      at = now + (20 * Given::HOUR) + (minute * 60)
      @said = @said.to_i + 1
      Work::Tracking::TakeText.call({ id: "t#{@said}", from: "208 555 0150", body:, at: }, now: at)
    end

    def answered = DB[:texts].order(:id).last.values_at(:phrase, :body)
    def worked = Store::Freight.trip_stops(trip_id).map { |stop| !stop[:worked_at].nil? }

    it "delivers nothing at a pickup, and asks" do
      says("arrived", 0)
      says("delivered", 20)
      expect(answered).to match(["back_not_loaded", a_string_including("not loaded at Boise yet")])
      expect([worked, statuses(a, b)]).to eq([[false] * 4, %w[rolling rolling]])
      expect(DB[:check_ins].where(trip_id:, kind: "delivered").count).to eq(0)
    end

    it "takes the name for the stop that was asked about, and not for the next" do
      {
        "arrived" => 0,
        "loaded" => 30,
        "left" => 35,
        "arrived at pickup" => 80,
        "loaded 4 plts" => 100
      }.each { |body, minute| says(body, minute) }
      says("on my way", 105)
      says("here", 400)
      says("delivered", 420)
      expect(answered.first).to eq("who_signed")
      expect(worked).to eq([true, true, true, false])
      expect(statuses(a, b)).to eq(%w[rolling delivered])
      says("delivered Ana Ruiz", 421)
      expect(Store::Freight.trip_stops(trip_id).map { |stop| stop[:signer] }).to eq(
        [nil, nil, "Ana Ruiz", nil]
      )
      expect([worked.last, DB[:trips].where(id: trip_id).get(:status)]).to eq([false, "rolling"])
      says("delivered", 423)
      expect([answered.first, worked.last]).to eq(["back_too_soon", false])
      says("arrived #{stops.last[:town]}", 424)
      says("delivered 1 pallet short, Bob", 440)
      expect(Store::Freight.trip_stops(trip_id).map { |stop| stop[:signer] }.last).to eq("Bob")
      expect(statuses(a, b)).to eq(%w[delivered delivered])
      expect(DB[:check_ins].where(trip_id:, kind: "delivered").order(:id).last[:details].to_h).to eq(
        "short" => {
          "amount" => "1.0",
          "unit" => "pallet"
        }
      )
      follow_trips(now + (30 * Given::HOUR))
      expect(DB[:trips].where(id: trip_id).get(:findings).to_a.map { |found| found["text"] }).to include(
        a_string_including("1 pallet short")
      )
    end

    it "takes thanks for thanks, and a name out of the blue to dispatch" do
      says("arrived", 0)
      texts = DB[:texts].count
      says("thanks", 1)
      expect(DB[:texts].count).to eq(texts)
      says("Bob", 2)
      expect(DB[:messages].order(:id).last).to include(body: "Bob", not_understood: true)
    end
  end

  it "takes OK for the trip that was sent last, also while another is under way" do
    DB[:drivers].where(id: driver_id).update(smartphone: false)
    _, rolling = sent
    check_in(rolling, "accepted")
    check_in(rolling, "on_my_way")
    next_id, = sent(at: now + (30 * Given::HOUR))
    Work::Tracking::TakeText.call({ id: "ok", from: "208-555-0150", body: "ok", at: now }, now:)
    expect([load(next_id)[:status], DB[:trips].where(id: rolling).get(:status)]).to eq(%w[accepted rolling])
    expect(DB[:texts].order(:id).last[:phrase]).to eq("noted_trip")
  end

  it "takes OK for the trip that comes next, and the name for the one just done" do
    DB[:drivers].where(id: driver_id).update(smartphone: false)
    load_id, trip_id = sent
    says = ->(id, body, minute) do
      at = now + (minute * 60)
      Work::Tracking::TakeText.call({ id:, from: "208-555-0150", body:, at: }, now: at)
    end
    {
      "arrived" => 0,
      "loaded" => 20,
      "left" => 25,
      "here" => 300,
      "delivered" => 330
    }.each_with_index { |(body, at), i| says.call("a#{i}", body, at) }
    next_id, next_trip = sent(at: now + (30 * Given::HOUR))
    says.call("b1", "ok", 331)
    says.call("b2", "Ana Ruiz", 332)
    expect(statuses(load_id, next_id)).to eq(%w[delivered accepted])
    expect(Store::Freight.trip_stops(trip_id).all.last[:signer]).to eq("Ana Ruiz")
    says.call("b3", "delivered", 333)
    expect([DB[:trips].where(id: next_trip).get(:status), DB[:texts].order(:id).last[:phrase]]).to eq(
      %w[accepted noted_already]
    )
  end

  describe "done early" do
    def held = %i[trips trip_drivers trip_units].to_h { |table| [table, DB[table].select_map(:during)] }

    it "frees crew, tractor and trailer from the minute of the last check-in, and shrinks to what happened" do
      load_id, trip_id = sent
      deliver(trip_id, begins: now + (3 * Given::HOUR), dwell_minutes: [30, 30])
      done = DB[:trips].where(id: trip_id).get(:delivered_at)
      expect(held.values.flatten.map(&:end).uniq).to eq([done])
      next_id = book(at: done + 60, hours: 6)
      Work::Freight::CrewLoad.call(next_id, crew, by: maren, now: done)
      expect(statuses(load_id, next_id)).to eq(%w[delivered planned])
    end

    it "holds nothing of the hours that were planned, also where it was over before it was to begin" do
      load_id, trip_id = sent(at: now + (20 * Given::HOUR))
      deliver(trip_id, begins: now, dwell_minutes: [30, 30])
      next_id = book(at: now + (20 * Given::HOUR))
      Work::Freight::CrewLoad.call(next_id, crew, by: maren, now: now + (5 * Given::HOUR))
      expect(statuses(load_id, next_id)).to eq(%w[delivered planned])
    end

    it "still ends where another trip was planned for the same minute" do
      _, trip_id = sent(at: now + (20 * Given::HOUR))
      other = book(at: now + (2 * Given::HOUR), hours: 4)
      Work::Freight::CrewLoad.call(other, crew, by: maren, now:)
      deliver(trip_id, begins: now, dwell_minutes: [30, 30])
      expect(DB[:trips].where(id: trip_id).get(:status)).to eq("delivered")
    end
  end

  it "stays on the phone with its papers when it is done, then makes room for the next" do
    _, older = sent
    deliver(older, begins: now, dwell_minutes: [30, 30])
    _, done = sent(at: now + (30 * Given::HOUR))
    deliver(done, begins: now + (28 * Given::HOUR), dwell_minutes: [30, 30])
    _, coming = sent(at: now + (50 * Given::HOUR))
    Clock.hold(now + (32 * Given::HOUR))
    shown = -> { api.as_driver(driver_id).call(:get, "/api/cab")[:trips].map { |trip| trip[:id] } }
    # Neither is papered; the older one is a line in the list.
    expect(shown.call).to eq([done, coming, older])
    keep_photo(done)
    expect(shown.call).to eq([coming, done, older])
  end

  # Whatever is done in whatever order, a load is what its trips are, what has happened stays, and nobody is texted
  # the same trip twice. RUNS=1000 for more of them.
  it "says the same of every load in any order of acts" do
    [customer_id, crew, crew("Una Blank", tractor: "T-102")]
    seed = Integer(ENV.fetch("SEED", "20261129"))
    wrong =
      Array.new(Integer(ENV.fetch("RUNS", "12"))) do |run|
        DB.transaction(savepoint: true, rollback: :always) do
          RandomTrip.new(self, Random.new(seed + run)).run&.then { |found| "#{seed + run}: #{found}" }
        end
      end
    expect(wrong.compact).to eq([])
  end
end
