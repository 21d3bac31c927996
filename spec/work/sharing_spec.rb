# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Freight::JoinTrip do
  let(:client) { api(maren) }
  # Boise to Pendleton, and Caldwell to La Grande within it
  let(:first) { partial(20_000, at: now + (20 * Given::HOUR), hours: 10) }
  let(:second) { partial(15_000, from: "83605", to: "97850", at: now + (21 * Given::HOUR), hours: 6) }
  let(:trip_id) do
    Work::Freight::CrewLoad.call(first, crew, by: maren, now:)
    Work::Freight::SendLoad.call(first, {}, by: maren, now:)
    Store::Freight.live_trip(first)[:id]
  end

  before { DB[:units].where(id: unit_id("V-201")).update(capacity_lb: 45_000) }

  after { Clock.hold(nil) }

  def stops(load_id) =
    Store::Freight
      .trip_stops(Store::Freight.live_trip(load_id)[:id])
      .map { |stop| [stop[:load_id], stop[:kind]] }
  def join(load_id, trip_id, **more) =
    client.call(:post, "/api/loads/#{load_id}/join", { key: "join #{load_id} #{trip_id}", trip_id:, **more })

  it "puts a partial on a trip in the best order, with what is aboard, and tells the driver" do
    trip_id
    expect(client.call(:get, "/api/loads/#{second}/joinable")).to match(
      [include(trip_id:, crew: "Wade Ferris", loads: [load(first)[:number]])]
    )
    shown = client.call(:get, "/api/trips/#{trip_id}/order?load_id=#{second}")
    expect(shown[:legs].map { |leg| leg[:weight_lb] }).to eq([20_000, 35_000, 20_000])
    2.times { join(second, trip_id) }
    expect(stops(first)).to eq(
      [[first, "pickup"], [second, "pickup"], [second, "delivery"], [first, "delivery"]]
    )
    expect(load(second)).to include(status: "sent", crew: "Wade Ferris")
    expect(DB[:texts].reverse(:id).get(:body)).to include("a load is added")
    expect(DB[:trips].where(id: trip_id).get(:loaded_miles)).to be_between(220, 260)
    plan = client.call(:get, "/api/loads/#{second}/plan?driver_id=#{driver_id}")
    expect(plan[:stops].length).to eq(2) # tried alone, for another driver
    expect(client.call(:get, "/api/loads/#{second}/plan")[:stops].map { |stop| stop[:load] }).to eq(
      [first, second, second, first].map { |id| load(id)[:number] }
    )
  end

  it "ranks trips that a partial could join beside crews, by what it adds, and names the leg that is too " \
       "full" do
    Clock.hold(now)
    Work::Match::Crews.forget
    trip_id
    row = ->(load_id) { client.call(:get, "/api/match/loads/#{load_id}")[:rows].find { |one| one[:joins] } }
    expect(row.call(second)).to include(
      joins: {
        trip_id:,
        trip: "T#{Store::Freight.live_trip(first)[:number][1..]}"
      },
      deadhead_miles: "0.0",
      loaded_miles: a_string_matching(/\A\d\d?\.\d\z/),
      trailer: include(number: "V-201")
    )
    # A few miles more, paid for whole
    expect(row.call(second)[:money]).to include(revenue: "2220.00", profit: a_string_matching(/\A2\d\d\d\./))
    too_much = partial(26_000, from: "83605", to: "97850", at: now + (21 * Given::HOUR), hours: 6)
    expect(row.call(too_much)).to include(
      verdict: "blocked",
      reasons:
        include(
          include(
            code: "trailer_weight",
            text:
              a_string_including(
                "46,000 lb, and V-201 takes 45,000 lb, with what is aboard from Caldwell, ID to La Grande, OR"
              )
          )
        )
    )
    shown =
      client.call(:get, "/api/match/compare?load_id=#{second}&drivers=#{driver_id}@#{trip_id},#{driver_id}")
    expect(shown.map { |one| one[:joins]&.fetch(:trip_id) }).to eq([trip_id, nil])
    expect(
      client.call(:get, "/api/match/crews/#{driver_id}")[:rows].map do |one|
        [one[:load][:id], one[:joins].nil?]
      end
    ).to include([second, false], [second, true])
  end

  it "keeps another order when it is asked for, and refuses one that cannot be" do
    join(second, trip_id)
    ids = Store::Freight.trip_stops(trip_id).select_map(:stop_id)
    client.call(
      :post,
      "/api/trips/#{trip_id}/order",
      { key: "other order", order: ids.values_at(1, 0, 2, 3) }
    )
    expect(stops(first).first).to eq([second, "pickup"])
    expect(
      client.call(:post, "/api/trips/#{trip_id}/order", { key: "wrong order", order: ids.reverse })[:error]
    ).to include(code: "order_of_stops", path: "/order")
  end

  it "refuses what is too much aboard, what is booked full, and a trip under way" do
    expect(join(partial(26_000, at: now + (20 * Given::HOUR), hours: 10), trip_id)[:error]).to include(
      code: "too_much_aboard",
      message: a_string_including("46,000 lb", "V-201 takes 45,000 lb")
    )
    expect(join(book(at: now + (20 * Given::HOUR)), trip_id)[:error]).to include(code: "not_partial")
    DB[:trips].where(id: trip_id).update(status: "rolling")
    expect(join(second, trip_id)[:error]).to include(code: "under_way")
  end

  describe "the deck" do
    def crates(count, **more) =
      book(
        size: "partial",
        at: now + (20 * Given::HOUR),
        hours: 10,
        freight: [{ what: "Crates", pieces: count, unit: "crates", weight_lb: 6_000, **more }]
      )

    def deck(load_id) = client.call(:get, "/api/loads/#{load_id}/deck")

    it "is laid out for a load alone on a usual trailer, and leg by leg beside others on its own" do
      alone = crates(10, length_in: 48, width_in: 48, height_in: 50, stackable: true)
      expect(deck(alone)).to include(
        trailer: nil,
        kind: "dry_van",
        legs: [include(used_in: 144, trouble: nil, placed: have_attributes(length: 5))]
      )
      DB[:units].where(id: unit_id("V-201")).update(inner_length_in: 300)
      trip_id
      join(alone, trip_id)
      expect(deck(alone)).to include(trailer: "V-201", length_in: 300)
      both = deck(alone)[:legs].find { |leg| leg[:loads].length == 2 }
      expect(both).to include(unmeasured: ["Pallets of #{load(first)[:number]}"], used_in: 144)
    end

    it "says what goes over its end, in Match and at the joining, and lets a person go past it with a reason" do
      DB[:units].where(id: unit_id("V-201")).update(inner_length_in: 300)
      trip_id
      long = crates(7, length_in: 96, width_in: 60)
      trouble = a_string_including("35 ft of deck is needed, and there is 25 ft; over the end: Crates")
      expect(join(long, trip_id)[:error]).to include(code: "too_much_aboard", path: "/why", message: trouble)
      join(long, trip_id, key: "all the same", why: "Four go on the roof rack")
      expect(client.status).to eq(200)
      trail = client.call(:get, "/api/audit?kind=load&id=#{long}")
      expect(trail).to include(include(act: "join_trip", why: "Four go on the roof rack"))
    end
  end

  describe "several given at once" do
    let(:ids) do
      [6_000, 7_000, 8_000].map { |pounds| partial(pounds, at: now + (20 * Given::HOUR), hours: 10) }
    end

    def preview(**more) = client.call(:get, "/api/partials/together?#{URI.encode_www_form(more)}")
    def together(**more) =
      client.call(:post, "/api/partials/together", { key: "together #{rand}", load_ids: ids, **crew, **more })

    it "shows what they come to against the trailer while they are picked, and takes the stops as they are numbered" do
      shown = preview(load_ids: ids.join(","), trailer_id: unit_id("V-201"))
      expect([shown[:takes_lb], shown[:legs].map { |leg| leg[:weight_lb] }.max]).to eq([45_000, 21_000])
      order =
        shown[:stops]
          .sort_by { |stop| [stop[:kind] == "pickup" ? 0 : 1, -stop[:id]] }
          .map { |stop| stop[:id] }
      expect(preview(load_ids: ids.join(","), order: order.join(","))[:stops].map { |stop| stop[:id] }).to eq(
        order
      )
      preview(load_ids: ids.join(","), order: order.reverse.join(","))
      expect(client.error).to include(code: "order_of_stops", path: "/order")
      given = together(order:)
      expect(client.status).to eq(201)
      expect(Store::Freight.trip_stops(given[:trip_id]).select_map(:stop_id)).to eq(order)
      expect(ids.map { |id| load(id).slice(:status, :crew).values }.uniq).to eq([["planned", "Wade Ferris"]])
    end

    it "is given once, whole or not at all" do
      full = book(at: now + (20 * Given::HOUR))
      expect(together(load_ids: [*ids, full])[:error]).to include(code: "not_partial", path: "/load_ids")
      expect(together(load_ids: ids.first(1))[:error]).to include(code: "too_few", path: "/load_ids")
      DB[:freight_lines].where(load_id: ids.last).update(weight_lb: 40_000)
      expect(together[:error]).to include(code: "too_much_aboard", path: "/why")
      expect(ids.map { |id| load(id)[:status] }).to eq(%w[open open open])
      2.times { together(key: "with a reason", why: "The scale says less") }
      expect([client.status, DB[:trips].count]).to eq([201, 1])
    end
  end

  it "lets nobody over 80,000 lb with what is aboard" do
    DB[:units].where(id: unit_id("V-201")).update(capacity_lb: nil)
    trip_id
    heavy = partial(27_000, at: now + (20 * Given::HOUR), hours: 10)
    expect(join(heavy, trip_id)[:error]).to include(
      code: "too_much_aboard",
      message: a_string_including("about 80,150 lb gross", "80,000 lb is the most")
    )
  end

  it "leaves the others on their way when one is taken off" do
    join(second, trip_id)
    client.call(:delete, "/api/loads/#{second}/crew", { key: "take it off", why: "The customer waits" })
    expect(load(second)).to include(status: "open", crew: nil)
    expect(stops(first)).to eq([[first, "pickup"], [first, "delivery"]])
    expect(load(first)).to include(status: "sent", crew: "Wade Ferris")
    expect(DB[:texts].reverse(:id).get(:body)).to include("load #{load(second)[:number]} is taken off")
  end

  it "is driven stop by stop, each load delivered with the trip" do
    join(second, trip_id)
    at = now + (20 * Given::HOUR)
    check_in(trip_id, "accepted", at:)
    check_in(trip_id, "on_my_way", at:)
    stops(first).each_with_index do |(_, kind), i|
      %w[arrived work left].each_with_index do |step, j|
        next if i == 3 && step == "left"

        check_in(
          trip_id,
          step == "work" ? { "pickup" => "loaded", "delivery" => "delivered" }[kind] : step,
          at: at + (((i * 3) + j) * 600),
          **(step == "work" && kind == "delivery" ? { signer: "R. Dock" } : {})
        )
      end
    end
    expect([first, second].map { |id| load(id)[:status] }).to eq(%w[delivered delivered])
  end
end
