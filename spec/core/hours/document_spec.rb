# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Hours::Document do
  base = {
    "rules" => "us_property_70_8",
    "time_zone" => "America/Boise",
    "day_starts" => "00:00",
    "as_of" => "2026-11-16T12:00:00-07:00",
    "duty" => [
      { "from" => "2026-11-15T08:00:00-07:00", "status" => "off_duty" },
      { "from" => "2026-11-16T06:00:00-07:00", "status" => "driving" }
    ]
  }

  define_method(:read) { |**changed| Core::Hours.read(base.merge(changed.transform_keys(&:to_s))) }

  it "read as stretches to as_of, in minutes, with the status that goes on" do
    question = read
    expect(question.stretches.map { |one| [one.status, one.to - one.from] }).to eq(
      [["off_duty", 22 * 60], ["driving", 6 * 60]]
    )
    expect([question.status, question.as_of]).to eq(["driving", Time.utc(2026, 11, 16, 19).to_i / 60])
  end

  it "know no record: off duty since ever" do
    expect([read(duty: []).status, read(duty: []).stretches]).to eq(["off_duty", []])
  end

  it "leave out what lasts no time" do
    twice = [
      { "from" => "2026-11-16T06:00:00-07:00", "status" => "on_duty" },
      { "from" => "2026-11-16T06:00:00-07:00", "status" => "driving" },
      { "from" => "2026-11-16T12:00:00-07:00", "status" => "off_duty" }
    ]
    expect([read(duty: twice).stretches.map(&:status), read(duty: twice).status]).to eq(
      [["driving"], "off_duty"]
    )
  end

  # Instants as the contract writes them.
  {
    "2026-11-16T12:00:00-07:00" => true,
    "2026-11-16T12:00-07:00" => true,
    "2026-11-16T19:00:00Z" => true,
    "2026-11-16T12:00:30-07:00" => false,
    "2026-11-16T24:00:00-07:00" => false,
    "2026-11-16T12:60:00-07:00" => false,
    "2026-11-31T12:00:00-07:00" => false,
    "2026-11-16 12:00:00-07:00" => false,
    "2026-11-16T12:00:00" => false,
    "2026-11-16T12:00:00-25:00" => false
  }.each do |text, good|
    it "#{good ? "take" : "refuse"} #{text}" do
      asked = -> { read(as_of: text).as_of }
      if good
        expect(asked.call).to(eq(Time.utc(2026, 11, 16, 19).to_i / 60))
      else
        expect(&asked).to(refuse("wrong_time", "/as_of"))
      end
    end
  end

  # What is wrong, and the path of the value.
  [
    [{ time_zone: "America/Boisy" }, "unknown_zone", "/time_zone"],
    [
      { duty: [{ "from" => "2026-11-16T12:01:00-07:00", "status" => "driving" }] },
      "entry_in_future",
      "/duty/0/from"
    ],
    [{ duty: base["duty"].reverse }, "entry_out_of_order", "/duty/1/from"],
    [{ duty: [{ "from" => "yesterday", "status" => "driving" }] }, "wrong_time", "/duty/0/from"],
    [{ exceptions: [{ "kind" => "adverse", "at" => "soon" }] }, "wrong_time", "/exceptions/0/at"]
  ].each do |changed, code, path|
    it "refuse #{code} at #{path}" do
      expect { read(**changed) }.to refuse(code, path)
    end
  end

  it "take an exception up to as_of, and not one after it" do
    at = ->(text) { { "kind" => "adverse_conditions", "at" => text } }
    kept = read(exceptions: [at.call(base["as_of"]), at.call("2026-11-16T12:01:00-07:00")]).exceptions
    expect(kept).to eq([["adverse_conditions", Time.utc(2026, 11, 16, 19).to_i / 60]])
  end

  describe "of a trip" do
    stop = { "name" => "A", "drive_minutes" => 60, "service_minutes" => 30 }
    hour = ->(number) { format("2026-11-16T%02d:00:00-07:00", number) }

    define_method(:trip) do |changed = {}, **options|
      Core::Hours.read_trip(
        { "trip" => { "stops" => [stop.merge(changed)] }, "options" => options.transform_keys(&:to_s) }
      )
    end
    define_method(:windows) do |*pairs|
      rows = pairs.map { |from, to| { "from" => hour.call(from), "to" => hour.call(to) } }
      first = Time.utc(2026, 11, 16, 7).to_i / 60
      trip({ "drive_windows" => rows }).stops[0].drive_windows.map do |pair|
        pair.map { |at| (at - first) / 60 }
      end
    end

    it "rest whole and wait off duty where nothing is said" do
      plain = Core::Hours.read_trip({ "trip" => { "stops" => [stop] } })
      expect([plain.split_rest, plain.waiting_status, plain.stops[0].closes]).to eq([false, "off_duty", nil])
      asked = trip(split_rest: true, waiting_status: "on_duty")
      expect([asked.split_rest, asked.waiting_status]).to eq([true, "on_duty"])
    end

    it "lets a stop close when it opens, and refuses one that closes before" do
      expect(trip({ "opens" => hour.call(8), "closes" => hour.call(8) }).stops.length).to eq(1)
      expect { trip({ "opens" => hour.call(9), "closes" => hour.call(8) }) }.to refuse(
        "closes_before_opening",
        "/trip/stops/0/closes"
      )
    end

    it "puts windows in order, joins those that touch or overlap, and leaves out those of no time" do
      expect(windows([10, 12], [8, 9], [9, 10])).to eq([[8, 12]])
      expect(windows([8, 12], [9, 10], [14, 16])).to eq([[8, 12], [14, 16]])
      expect(windows([8, 8], [9, 10])).to eq([[9, 10]])
    end

    it "refuses a window that ends before it starts" do
      expect { windows([9, 8]) }.to refuse("window_ends_before_start", "/trip/stops/0/drive_windows/0/to")
    end
  end
end
