# frozen_string_literal: true

require "app_helper"

RSpec.describe Work::Freight do
  it "books a load with its price, its miles and everything it can be found by" do
    load = load(book)
    expect(load.slice(:status, :origin, :destination, :booked_by, :reference)).to eq(
      status: "open",
      origin: "Boise, ID",
      destination: "Pendleton, OR",
      booked_by: "Maren Holt",
      reference: "PO-77"
    )
    expect([load[:line_haul], load[:fuel_surcharge], load[:total]]).to eq([1850, 370, 2220])
    expect(load[:search_text]).to include("po-77", "treasure basin", "pendleton", "yellow onions", "83702")
  end

  {
    "an unknown ZIP" => [{ to: "00000" }, "unknown_place", "/stops/1/where"],
    "a town that could be several" => [{ to: "Springfield" }, "ambiguous_place", "/stops/1/where"],
    "a delivery that closes before the pickup opens" => [
      { hours: -3 },
      "stops_out_of_order",
      "/stops/1/from"
    ],
    "a customer that is not there" => [{ customer_id: 999_999 }, "unknown_customer", "/customer_id"],
    "temperatures the wrong way round" => [
      { temperature_low_f: 40, temperature_high_f: 30 },
      "temperature_reversed",
      "/temperature_low_f"
    ]
  }.each do |what, (change, code, path)|
    it "refuses #{what} and saves nothing" do
      customer_id
      expect { book(**change) }.to refuse(code, path)
      expect(DB[:loads].count + DB[:stops].count).to eq(0)
    end
  end

  it "keeps a typed place in the directory only when asked" do
    book
    expect(DB[:places].count).to eq(0)
    stops = booking[:stops]
    book(stops: [stops[0].merge(name: "North shed", save_place: true), stops[1]])
    expect(DB[:places].select_map(%i[name town zone])).to eq([["North shed", "Boise", "America/Boise"]])
  end

  it "does an act once for its key, and refuses the key for another" do
    first = book(key: "the same key")
    expect(book(key: "the same key")).to eq(first)
    expect { book(key: "the same key", notes: "changed") }.to refuse("key_reused", "/key")
    expect(DB[:loads].count).to eq(1)
  end

  it "refuses a crew that is taken, with what it is on, and gives it once it is free" do
    first = book
    Work::Freight::CrewLoad.call(first, crew, by: maren, now:)
    second = book
    expect { Work::Freight::CrewLoad.call(second, crew, by: maren, now:) }.to refuse(
      "crew_taken",
      "/driver_ids"
    )
    expect { Work::Freight::CrewLoad.call(second, crew, by: maren, now:) }.to raise_error(
      /Wade Ferris is on #{load(first)[:number]}/
    )
    expect { Work::Freight::CrewLoad.call(second, crew("Nora Brandvold"), by: maren, now:) }.to refuse(
      "crew_taken",
      "/tractor_id"
    )
    expect do
      Work::Freight::CrewLoad.call(second, crew("Nora Brandvold", tractor: "T-102"), by: maren, now:)
    end.to refuse("crew_taken", "/trailer_id")
    Work::Freight::UncrewLoad.call(first, { why: "customer waits" }, by: maren, now:)
    expect { Work::Freight::CrewLoad.call(second, crew, by: maren, now:) }.not_to raise_error
  end

  it "holds the crew at the new times when a crewed load changes, or refuses the change" do
    first = book
    Work::Freight::CrewLoad.call(first, crew, by: maren, now:)
    later = book(at: now + (40 * Given::HOUR))
    Work::Freight::CrewLoad.call(later, crew, by: maren, now:)
    change = booking(at: now + (39 * Given::HOUR)).merge(version: load(first)[:version])
    expect { Work::Freight::ChangeLoad.call(first, change, by: maren, now:) }.to refuse("crew_taken")
    Work::Freight::ChangeLoad.call(
      first,
      booking(at: now + (8 * Given::HOUR)).merge(version: load(first)[:version]),
      by: maren,
      now:
    )
    expect(DB[:trip_drivers].first(trip_id: Store::Freight.live_trip(first)[:id])[:during].begin).to eq(
      now + (8 * Given::HOUR)
    )
  end

  it "refuses a stale edit with both versions and who made the other" do
    id = book
    tobias = account("dispatcher", "Tobias Reyes")
    Work::Freight::ChangeLoad.call(id, booking(notes: "call ahead").merge(version: 0), by: tobias, now:)
    expect do
      Work::Freight::ChangeLoad.call(id, booking(notes: "no call").merge(version: 0), by: maren, now:)
    end.to raise_error(Work::Stale) { |stale|
      expect(stale.details).to include(
        changed_by: "Tobias Reyes",
        yours: include("notes" => "no call"),
        theirs: include("notes" => "call ahead")
      )
    }
  end

  it "wants two drivers where the load needs a team" do
    id = book(team_needed: true)
    expect { Work::Freight::CrewLoad.call(id, crew, by: maren, now:) }.to refuse("team_needed", "/driver_ids")
    Work::Freight::CrewLoad.call(
      id,
      crew.merge(driver_ids: [driver_id, driver_id("Nora Brandvold")]),
      by: maren,
      now:
    )
    expect(DB[:trip_drivers].select_map(:share_percent)).to eq([50, 50])
  end

  it "tells the driver when a sent trip is called off, and writes why into the trail" do
    load_id, = sent
    Work::Freight::CancelLoad.call(load_id, { why: "order moved" }, by: maren, now:)
    expect(DB[:texts].order(:id).last[:body]).to include("is called off")
    expect(Store::Company.audit("load", load_id).first).to include(
      act: "cancel_load",
      why: "order moved",
      who: "Maren Holt"
    )
    expect(DB[:trip_drivers].select_map(:live)).to eq([false])
  end

  # Two connections at once; the exclusion constraint is the last word.
  it "gives a crew to one of two dispatchers who take it at the same moment", :committed do
    ids = [book, book]
    crew
    answers =
      ids
        .map do |id|
          Thread.new do
            Work::Freight::CrewLoad.call(id, crew, by: maren, now:)
          rescue Refused => e
            e.code
          end
        end
        .map(&:value)
    expect(answers).to contain_exactly(an_instance_of(Integer), "crew_taken")
    expect(DB[:trip_drivers].where(live: true).count).to eq(1)
  end

  it "books once when the same request arrives twice at the same moment", :committed do
    input = booking(key: "double click")
    ids = Array.new(4) { Thread.new { Work::Freight::BookLoad.call(input, by: maren, now:) } }.map(&:value)
    expect([ids.uniq.length, DB[:loads].count]).to eq([1, 1])
  end
end
