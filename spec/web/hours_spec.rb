# frozen_string_literal: true

require "app_helper"
require "pdf-reader"

RSpec.describe Web::Hours do
  let(:client) { api(maren) }

  def hours = client.call(:get, "/api/drivers/#{driver_id}/hours")

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def clerk(from, status, to: nil, why: "From the paper record")
    Work::Hours::WriteDuty.call(
      driver_id,
      { key: "duty-#{from}-#{status}-#{to}", from:, to:, status:, why: },
      by: maren,
      now:
    )
  end

  # Ten quiet days, then a morning's work: pre-trip at 5:00, driving from 5:30.
  def at_work
    clerk(now - (10 * 24 * Given::HOUR), "off_duty")
    clerk(now - (2.5 * Given::HOUR), "on_duty")
    clerk(now - (2 * Given::HOUR), "driving")
  end

  it "says what every driver can still do, and what is not known" do
    at_work
    driver_id("Una Blank")
    rows =
      client.call(:get, "/api/hours?at=#{(now + Given::HOUR).iso8601}")[:rows].to_h do |row|
        [row[:name], row]
      end
    expect(rows["Wade Ferris"]).to include(
      status: "driving",
      can_drive_minutes: 360,
      left_today_minutes: 540,
      remaining: {
        drive: 540,
        window: 690,
        break: 360,
        cycle: 4050
      },
      can_drive_at: 540,
      after_rest_minutes: 660,
      trouble: nil
    )
    expect(rows["Una Blank"]).to include(
      known_since: nil,
      trouble: a_string_starting_with("No record"),
      verdict: nil
    )
  end

  it "keeps what was said before an edit, by whom and why, and lets nobody change it" do
    at_work
    edit = {
      key: "put it right 1",
      from: (now - Given::HOUR).iso8601,
      to: (now - (Given::HOUR / 2)).iso8601,
      status: "off_duty",
      why: "Lunch at the truck stop"
    }
    2.times { client.call(:post, "/api/drivers/#{driver_id}/duty", edit) }
    today =
      hours[:days].first[:stretches].map do |one|
        [one[:status], ((Time.iso8601(one[:to]) - Time.iso8601(one[:from])) / 60).to_i]
      end
    expect(today).to eq(
      [["off_duty", 300], ["on_duty", 30], ["driving", 60], ["off_duty", 30], ["driving", 30]]
    )
    client.call(
      :post,
      "/api/drivers/#{driver_id}/duty",
      edit.merge(key: "put it right 2", to: (now - (Given::HOUR / 4)).iso8601, why: "It was longer")
    )
    expect(hours[:entries].select { |entry| entry[:undone_by] }).to contain_exactly(
      include(status: "off_duty", why: "Lunch at the truck stop", undone_why: "It was longer"),
      include(status: "driving", undone_why: "It was longer")
    )
    expect { DB.transaction(savepoint: true) { DB[:duty_entries].update(status: "driving") } }.to raise_error(
      Sequel::DatabaseError,
      /only undone/
    )
  end

  {
    { to: -2 } => %w[ends_before_start /to],
    { from: 1 } => %w[in_future /from],
    { from: -40 * 24 } => %w[too_old /from]
  }.each do |times, (code, path)|
    it "refuses #{code}" do
      times =
        { from: -1, to: nil }.merge(times).transform_values { |hour| hour && (now + (hour * Given::HOUR)) }
      expect do
        Work::Hours::WriteDuty.call(
          driver_id,
          { key: "bad times 1", status: "driving", why: "a reason", **times },
          by: maren,
          now:
        )
      end.to refuse(code, path)
    end
  end

  it "takes a device's events once, in whatever bits they come, and leaves a clerk's word alone" do
    events =
      [[-9, "off_duty"], [-3, "on_duty"], [-2, "driving"]].map do |hour, status|
        { at: now + (hour * Given::HOUR), status:, place: "Boise, ID" }
      end
    expect(
      Work::Hours::TakeDeviceEvents.call(
        driver_id,
        events.first(2),
        heard_at: now - (2.5 * Given::HOUR),
        now:
      )
    ).to eq(2)
    expect(Work::Hours::TakeDeviceEvents.call(driver_id, events, heard_at: now, now:)).to eq(1)
    expect(Work::Hours::TakeDeviceEvents.call(driver_id, events, heard_at: now, now:)).to eq(0)
    expect(hours[:entries].map { |entry| entry.values_at(:status, :source) }).to eq(
      [%w[off_duty device], %w[on_duty device], %w[driving device]]
    )
    expect(hours[:row]).to include(place: "Boise, ID", heard_at: now.iso8601, trouble: nil)
  end

  # 49 CFR 395.30(d)(1): the carrier may ask for an edit, the driver confirms or rejects it
  describe "an edit of what a device records" do
    at = ->(hour) { Given::NOW + (hour * Given::HOUR).to_i }
    let(:events) { [[-9, "off_duty"], [-6, "on_duty"], [-5, "driving"], [-3, "on_duty"], [-1, "off_duty"]] }

    def device(events, heard:)
      told = events.map { |hour, status| { at: now + (hour * Given::HOUR).to_i, status:, place: "" } }
      Work::Hours::TakeDeviceEvents.call(driver_id, told, heard_at: now + (heard * Given::HOUR).to_i, now:)
    end

    def asked(**more)
      client.call(
        :post,
        "/api/drivers/#{driver_id}/duty",
        {
          key: "ask for an edit",
          from: at(-2),
          to: at(-1.5),
          status: "sleeper",
          why: "Slept at the dock"
        }.merge(more).transform_values { |value| value.is_a?(Time) ? value.iso8601 : value }
      )
    end

    define_method(:at) { |hour| at.call(hour) }
    def statuses =
      hours[:entries].reject { |entry| entry[:undone_by] }.map { |entry| entry.values_at(:status, :from) }

    before { device(events, heard: 0) }

    it "waits for the driver, who says yes on the phone" do
      before = statuses
      expect(asked[:asked].first).to include(status: "sleeper", who: "Maren Holt", answered_by_phone: true)
      expect(statuses).to eq(before)
      cab = api.as_driver(driver_id)
      question = cab.call(:get, "/api/cab")[:duty].first
      expect(question).to include(status: "sleeper", to: at(-1.5).iso8601, why: "Slept at the dock")
      id = question[:id]
      client.call(:post, "/api/duty-proposals/#{id}/answer", { key: "not theirs", answer: "yes" })
      expect(client.error).to include(code: "drivers_to_answer")
      cab.call(:post, "/api/cab/duty/#{id}", { key: "his own yes", answer: "yes" })
      expect(statuses).to include(["sleeper", at(-2).iso8601], ["on_duty", at(-1.5).iso8601])
      expect(hours).to include(
        asked: [],
        entries: include(include(who: "Maren Holt, with Wade Ferris’s yes"))
      )
    end

    it "is the driver's no, or withdrawn, or read to one whose phone opens no pages" do
      before = statuses
      %w[no withdrawn].each do |answer|
        DB[:drivers].where(id: driver_id).update(smartphone: answer != "no")
        id = asked(key: "asked, then #{answer}")[:asked].first[:id]
        client.call(:post, "/api/duty-proposals/#{id}/answer", { key: "answer is #{answer}", answer: })
        expect([client.status, hours[:asked], statuses]).to eq([200, [], before])
      end
    end

    it "never shortens driving that the device recorded itself" do
      asked(from: at(-3.5), to: at(-2.5))
      expect(client.error).to include(
        code: "automatic_driving",
        path: "/from",
        message: a_string_including("2:30")
      )
      expect(asked(from: at(-3), key: "not into the driving")[:asked].length).to eq(1)
    end

    it "hides nothing that the device brings later, driving least of all" do
      id = asked(from: at(-1), to: nil, status: "off_duty")[:asked].first[:id]
      api.as_driver(driver_id).call(:post, "/api/cab/duty/#{id}", { key: "yes, off", answer: "yes" })
      device([[0.5, "driving"], [1.5, "on_duty"]], heard: 2)
      Clock.hold(at(2))
      expect(statuses.last(3)).to eq(
        [["off_duty", at(-1).iso8601], ["driving", at(0.5).iso8601], ["on_duty", at(1.5).iso8601]]
      )
    end
  end

  it "lets a paper record give way from where the device speaks of the same time" do
    device = ->(events, heard_at) do
      told = events.map { |hour, status| { at: now + (hour * Given::HOUR), status:, place: "" } }
      Work::Hours::TakeDeviceEvents.call(driver_id, told, heard_at:, now: heard_at)
    end
    device.call([[-9, "off_duty"], [-5, "driving"]], now - (4 * Given::HOUR))
    # what people said of the time since then, before the device was heard again
    edit = Store::Hours::DutyEdits.insert(driver_id:, source: "cab", who: "Wade Ferris", at: now)
    Work::Hours::WriteDuty.write(
      driver_id,
      edit,
      now - (3 * Given::HOUR),
      now - (2 * Given::HOUR),
      "off_duty"
    )
    device.call([], now - Given::HOUR)
    standing = hours[:entries].reject { |entry| entry[:undone_by] }.map { |entry| entry[:status] }
    expect(standing).to eq(%w[off_duty driving])
  end

  it "plans what is left of a load, for its crew or for another, and says where it breaks" do
    at_work
    load_id, = sent
    driver_id("Una Blank")
    plan = client.call(:get, "/api/loads/#{load_id}/plan")
    expect(plan).to include(verdict: "fits", driver: { id: driver_id, name: "Wade Ferris" })
    expect(plan[:stops].map { |stop| stop[:name] }).to eq(["Boise, ID", "Pendleton, OR"])
    expect(client.call(:get, "/api/loads/#{load_id}/plan?driver_id=#{driver_id("Una Blank")}")).to include(
      verdict: "unknown",
      reasons: include(include(code: "no_record"))
    )
    expect(
      client.call(:get, "/api/loads/#{load_id}/plan?start=#{(now + (9 * Given::HOUR)).iso8601}")
    ).to include(verdict: "late", reasons: include(include(code: "late")))
  end

  it "plans the stops that it read, though one is done meanwhile" do
    at_work
    load_id, trip_id = sent
    check_in(trip_id, "accepted")
    allow(Core::Hours).to receive(:plan).and_wrap_original do |plan, *given, **more|
      plan
        .call(*given, **more)
        .tap do
          allow(Core::Hours).to receive(:plan).and_call_original
          %w[on_my_way arrived loaded].each { |kind| check_in(trip_id, kind) }
        end
    end
    expect(client.call(:get, "/api/loads/#{load_id}/plan")[:stops].map { |stop| stop[:kind] }).to eq(
      %w[pickup delivery]
    )
    expect(client.call(:get, "/api/loads/#{load_id}/plan")[:stops].map { |stop| stop[:kind] }).to eq(
      %w[delivery]
    )
  end

  it "plans for a team from both records, and knows nothing where one is missing" do
    at_work
    team = crew.merge(driver_ids: [driver_id("Wade Ferris"), driver_id("Una Blank")])
    load_id, = sent(team, to: "58102", hours: 30)
    expect(client.call(:get, "/api/loads/#{load_id}/plan")).to include(
      verdict: "unknown",
      reasons: include(include(code: "no_record"))
    )
    Work::Hours::WriteDuty.call(
      driver_id("Una Blank"),
      { key: "duty of the other", from: now - (10 * 24 * Given::HOUR), status: "sleeper", why: "Rested" },
      by: maren,
      now:
    )
    plan = client.call(:get, "/api/loads/#{load_id}/plan")
    expect(plan).to include(verdict: "fits", partner: { id: driver_id("Una Blank"), name: "Una Blank" })
    expect(plan[:partner_schedule].map { |piece| piece[:status] }).to include("driving", "sleeper")
    expect(client.call(:get, "/api/hours")[:rows].map { |row| row[:verdict] }).to eq(%w[fits fits])
  end

  it "judges a driver by the rules he drives by" do
    at_work
    DB[:drivers].where(id: driver_id).update(hours_rules: "canada_south_70_7")
    expect(hours).to include(
      rules: "canada_south_70_7",
      row: include(can_drive_minutes: 660, remaining: include(day_drive: 660, day_duty: 690, window: 810)),
      limits: include(include(name: "daily_rest", minutes: 840))
    )
  end

  it "blames nobody for a status that goes on since the device fell silent" do
    events =
      [[-200, "off_duty"], [-9, "driving"]].map { |hour, status| { at: now + (hour * Given::HOUR), status: } }
    Work::Hours::TakeDeviceEvents.call(driver_id, events, heard_at: now - (3 * Given::HOUR), now:)
    expect(hours).to include(
      violations: [],
      row: include(violations: 0, trouble: a_string_starting_with("Last heard 3 h"))
    )
    Work::Hours::TakeDeviceEvents.call(driver_id, events, heard_at: now - (0.5 * Given::HOUR), now:)
    expect(hours[:violations]).to contain_exactly(include(kind: "break_due", minutes: 30))
  end

  it "proposes what a check-in says of duty, and writes it when the driver says yes" do
    clerk(now - (10 * 24 * Given::HOUR), "off_duty", to: now - (3 * Given::HOUR))
    _, trip_id = sent
    phone = api.as_driver(driver_id)
    stops = Store::Freight.trip_stops(trip_id).select_map(:stop_id)
    [["accepted", nil, 90], ["on_my_way", nil, 60], ["arrived", stops.first, 20]].each do |kind, stop_id, ago|
      phone.call(
        :post,
        "/api/cab/trips/#{trip_id}/check-ins",
        { key: "duty #{kind}", kind:, stop_id:, done_at: (now - (ago * 60)).iso8601 }.compact
      )
    end
    driving, on_duty = phone.call(:get, "/api/cab")[:duty]
    expect([driving, on_duty].map { |one| one[:status] }).to eq(%w[driving on_duty])
    expect(client.call(:get, "/api/hours")[:rows].first).to include(unconfirmed: 2, status: "off_duty")
    2.times { phone.call(:post, "/api/cab/duty/#{driving[:id]}", { key: "yes to driving", answer: "yes" }) }
    phone.call(:post, "/api/cab/duty/#{on_duty[:id]}", { key: "no to on duty", answer: "no" })
    expect(hours[:row]).to include(unconfirmed: 0, status: "driving")
    expect(hours[:entries].last).to include(status: "driving", source: "cab", who: "Wade Ferris")
  end

  it "says how old the hours are that a plan rests on" do
    load_id, = sent
    Work::Hours::TakeDeviceEvents.call(
      driver_id,
      [{ at: now - (12 * 24 * Given::HOUR), status: "off_duty" }],
      heard_at: now - (3 * Given::HOUR),
      now:
    )
    expect(client.call(:get, "/api/loads/#{load_id}/plan")[:reasons].first).to eq(
      code: "stale_hours",
      text: "The hours of Wade Ferris are 3 h old: not heard from since."
    )
    expect(client.call(:get, "/api/hours")[:rows].first[:trouble]).to start_with("Last heard 3 h ago")
  end

  it "writes a device's output file, and takes one whole or not at all" do
    at_work
    file = client.call(:get, "/api/drivers/#{driver_id}/duty-file")
    clerk(now - (1.5 * Given::HOUR), "off_duty")
    take = ->(text, key) { client.call(:post, "/api/drivers/#{driver_id}/duty-file?key=#{key}", raw: text) }
    expect(take.call(file.sub(",4,", ",3,"), "device file 1")[:error]).to include(
      code: "line_check",
      path: %r{/line/\d+}
    )
    expect(hours[:row][:status]).to eq("off_duty")
    2.times { take.call(file, "device file 2") }
    expect(hours[:row][:status]).to eq("off_duty") # the file ends before what the clerk has said since
    expect(hours[:entries].count { |entry| entry[:undone_by] }).to eq(2)
    driver_id("Una Blank")
    expect(
      client.call(:post, "/api/drivers/#{driver_id("Una Blank")}/duty-file?key=device+file+3", raw: file)[
        :error
      ]
    ).to include(code: "other_driver", path: "/line/2")
  end

  it "prints a day as a graph grid" do
    at_work
    reader = PDF::Reader.new(StringIO.new(Papers::DayRecord.new(hours, "2026-11-23").render))
    expect(reader.pages.first.text).to include(
      "Record of duty status",
      "Sleeper berth",
      "2:00",
      "From the paper record"
    )
  end
end
