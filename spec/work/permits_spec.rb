# frozen_string_literal: true

require "app_helper"
require "pdf-reader"
require "rack/mock"
require_relative "../../stand_ins/offices/offices"

# A load's permit file from the load to the papers, against the stand-in of the offices.
RSpec.describe Work::Permits do
  let(:tobias) { account(%w[dispatcher permit_clerk], "Tobias Reyes") }
  let(:clerk) { api(tobias) }
  let(:wall) { [Time.utc(2026, 11, 23, 14, 31)] }
  let(:offices) { StandIns::PermitOffices.new(File.join(Dir.mktmpdir, "offices.jsonl"), clock: -> { wall.first }) }
  let(:freight) { [{ what: "Modular pump house", pieces: 1, unit: "building", weight_lb: 38_000, width_in: 168, height_in: 158, length_in: 480, serial_number: "PH-77" }] }

  before do
    Clock.hold(now)
    unit_id("T-101", plate: "JF1001", plate_state: "ID", vin: "1M8GDM9AXKP042788", tare_lb: 19_000)
    unit_id("L-501", trailer_kind: "lowboy", length_ft: 53, tare_lb: 18_000, capacity_lb: 70_000)
  end

  after { Clock.hold(nil) }

  # Missoula to Boise: Montana and Idaho
  def pump_house(**more)
    load_id = book(from: "59801", to: "83702", at: now + (48 * Given::HOUR), hours: 60, freight:, trailer_kind: "lowboy", **more)
    Work::Freight::CrewLoad.call(load_id, crew(trailer: "L-501"), by: maren, now:)
    load_id
  end

  def file(load_id) = clerk.call(:get, "/api/loads/#{load_id}/permits")
  def states(load_id) = file(load_id)[:permits].to_h { |permit| [permit[:jurisdiction], permit[:state]] }

  # The jobs as a worker runs them, the offices answering as they would over the wire.
  def work
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    DB[:permits].where(state: described_class::Apply::WAITING).select_map(:id).each { |permit_id| described_class::Apply.new({}).tap { |job| allow(job).to receive(:finish) }.run(permit_id:) }
  end

  def get(path) = answer(Rack::MockRequest.new(offices).get(path))
  def post(path, body, headers) = answer(Rack::MockRequest.new(offices).post(path, :input => body, "HTTP_IDEMPOTENCY_KEY" => headers["Idempotency-Key"]))

  def answer(mock)
    response = Net::HTTPResponse::CODE_TO_OBJ.fetch(mock.status.to_s).new("1.1", mock.status.to_s, "")
    response.instance_variable_set(:@read, true)
    response.body = mock.body
    response
  end

  it "goes from the load to permits in hand, and no such load is sent before" do
    load_id = pump_house
    made = clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    expect(made).to include(width_in: 168, height_in: 182, gross_lb: 75_000, serial_number: "PH-77", tractor: "T-101")
    expect(made[:states].map { |one| one.values_at(:state, :needs_permit) }).to eq([["MT", true], ["ID", true]])
    expect(made[:missing]).to include("Nobody has attested it.")
    expect(clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make it again" })[:error]).to include(code: "file_is_there")
    expect(clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply too soon" })[:error]).to include(code: "not_attested")
    expect(api(maren).call(:post, "/api/loads/#{load_id}/send", { key: "send it now" })[:error]).to include(code: "permits_missing", path: "/why", message: a_string_including("MT: the permit is not applied for."))
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    2.times { clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" }) }
    expect(states(load_id)).to eq("MT" => "sent", "ID" => "sent")
    2.times { work } # a job that runs twice asks once
    permits = file(load_id)[:permits]
    expect(permits.map { |permit| permit.values_at(:state, :valid_from) }).to eq([%w[issued 2026-11-25]] * 2)
    expect(PDF::Reader.new(StringIO.new(clerk.call(:get, "/api/papers/#{permits.first[:paper_id]}"))).pages.first.text).to include("14 ft 0 in wide, 15 ft 2 in high", "serial number PH-77", permits.first[:number], "US-93 for")
    expect(DB[:papers].where(load_id:, kind: "permit").count).to eq(2)
    expect(api(maren).call(:post, "/api/loads/#{load_id}/send", { key: "send it now too" })).to include(state: "sent")
    expect(clerk.call(:get, "/api/permits")[:groups]).to match([include(wait: "Complete", files: [include(load: load(load_id)[:number])])])
    expect(clerk.call(:get, "/api/permits/reference?q=PO-77").length).to eq(2)
  end

  it "sends a superload to review, answers what the office asks, and goes on after an outage" do
    load_id = pump_house(freight: [freight.first.merge(width_in: 230, serial_number: "")])
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    expect(file(load_id)[:permits].map { |permit| permit[:kind] }).to eq(%w[superload superload])
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" })
    wall[0] = Time.at(wall[0].to_i / 60 / 23 * 23 * 60).utc # out of order
    expect { work }.to raise_error(Work::Service::Unreachable)
    wall[0] += 120
    work
    expect(states(load_id)).to eq("MT" => "review", "ID" => "review")
    wall[0] += 60
    work
    expect(file(load_id)[:permits].first).to include(state: "asked", said: a_string_including("its serial number"))
    ids = file(load_id)[:permits].map { |permit| permit[:id] }
    ids.each { |id| clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "answer #{id} now", permit_id: id, answer: "Built on site, it has none" }) }
    work
    wall[0] += 60
    work
    expect(states(load_id)).to eq("MT" => "issued", "ID" => "issued")
  end

  it "raises the alarm when the load grows, the tractor changes or the start runs past the last day" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply to all" })
    work
    missing = ->(**more) { described_class::Missing.of(load_id, starts_at: now + (48 * Given::HOUR), tractor_id: unit_id("T-101"), **more) }
    expect(missing.call).to eq([])
    expect(missing.call(tractor_id: unit_id("T-102"))).to include(a_string_including("for another tractor"))
    expect(missing.call(starts_at: now + (30 * 24 * Given::HOUR))).to include(a_string_including("is good from 2026-11-25"))
    clerk.call(:put, "/api/loads/#{load_id}/permits", { version: file(load_id)[:version], width_in: 170 })
    expect(missing.call).to include(a_string_including("for a smaller load"))
    DB[:stops].where(load_id:, kind: "delivery").update(town: "Nampa")
    expect(missing.call).to include("The load's stops have changed since its permit file was made.")
    clerk.call(:put, "/api/loads/#{load_id}/permits", { version: file(load_id)[:version] })
    expect(missing.call).to include(a_string_including("for another way: Missoula, MT → Boise, ID"))
    DB[:loads].where(id: load_id).update(delivery_at: now + (14 * 24 * Given::HOUR))
    expect(missing.call).to include(a_string_including("and the delivery is expected 2026-12-07"))
    DB[:loads].where(id: load_id).update(pickup_at: now + (48 * Given::HOUR))
    expect(Web::Match::Today.new(now).to_h[:rows]).to include(include(kind: "permits", reason: a_string_including("for another way"), address: "/permits/#{load_id}"))
  end

  it "has the application on paper for an office without an interface, and takes its answer from the clerk" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    montana = file(load_id)[:permits].first
    text = PDF::Reader.new(StringIO.new(clerk.call(:get, "/api/permits/#{montana[:id]}/application"))).pages.map(&:text).join
    expect(text).to include("Montana", "14 ft 0 in", "15 ft 2 in", "75000 lb", "1M8GDM9AXKP042788", "US-93")
    answer = ->(**more) { clerk.call(:post, "/api/permits/#{montana[:id]}/answer", { key: "answer #{more.hash}", state: "issued", number: "M-17", fee: "30.00", valid_from: "2026-11-25", valid_to: "2026-11-29", **more }) }
    expect(answer.call[:error]).to include(code: "not_attested")
    clerk.call(:post, "/api/loads/#{load_id}/permits/attest", { key: "it is all true" })
    expect(answer.call(number: "")[:error]).to include(code: "field_missing", path: "/number")
    expect(answer.call(valid_to: "2026-11-24")[:error]).to include(code: "days_reversed", path: "/valid_to")
    expect(answer.call(state: "review", said: "Two days, they say")[:permits].first).to include(state: "review", said: "Two days, they say")
    expect { described_class::Apply.ask_after }.not_to(change { DB[:que_jobs].count })
    expect(answer.call(said: "Daylight only")[:permits].first).to include(state: "issued", number: "M-17", valid_to: "2026-11-29")
    expect(answer.call[:error]).to include(code: "issued_already")
  end

  it "puts fees and escorts into the price, once" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    before = load(load_id)[:total]
    2.times { |i| clerk.call(:post, "/api/loads/#{load_id}/permits/price", { key: "into the price #{i}", escort_mile_rate: "2.00", service_fee: "75.00" }) }
    lines = Store::Freight.parts(:accessorials, load_id).to_h { |row| row.values_at(:label, :amount) }
    montana = file(load_id)[:permits].find { |permit| permit[:jurisdiction] == "MT" }
    expect(lines).to include("Permit MT" => BigDecimal(montana[:fee]), "Permit service" => 75, "Escorts MT: 1 for #{montana[:miles]} mi" => BigDecimal(montana[:miles]) * 2)
    expect(load(load_id)[:total]).to eq(before + lines.values.sum)
  end

  it "refuses what cannot be, at the field, and draws what is too heavy with what helps" do
    load_id = pump_house
    clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    version = file(load_id)[:version]
    put = ->(**change) { clerk.call(:put, "/api/loads/#{load_id}/permits", { version:, **change }) }
    axles = [[12_000, 0], [16_000, 14], [16_000, 4.5], [15_500, 30], [15_500, 4.5]].map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
    expect(put.call(axles: axles.first(4))[:error]).to include(code: "axles_do_not_add", path: "/axles")
    expect(put.call(axles: axles.map { |row| row.merge(spacing_ft: row[:spacing_ft] * 3) })[:error]).to include(code: "spacings_too_long")
    expect(put.call(starts_on: "2026-11-01")[:error]).to include(code: "in_the_past", path: "/starts_on")
    expect(put.call(starts_on: "2027-11-01")[:error]).to include(code: "too_far_ahead")
    expect(put.call(axles:)[:bridge]).to include(legal: true, gross_lb: 75_000)
    checked = clerk.call(:post, "/api/permits/bridge", { key: "look at it", axles: [[12_000, 0], [18_000, 11.5], [18_000, 4], [15_500, 31.5], [15_500, 4]].map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } } })
    expect(checked).to include(legal: false, helps: include(include(kind: "move_weight")))
  end

  it "says when it may move, by daylight, and plans hours within that" do
    Work::Hours::WriteDuty.call(driver_id, { key: "known him", from: now - (10 * 24 * Given::HOUR), status: "off_duty", why: "Paper record" }, by: maren, now:)
    load_id = pump_house
    made = clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })
    local = made[:windows].map { |window| window.values.map { |text| TZInfo::Timezone.get("America/Boise").to_local(Time.iso8601(text)).strftime("%a %H:%M") } }
    # On a weekday between the hours in which Boise is closed; on a Saturday from half an hour before the later sunrise to half an hour after the earlier sunset.
    expect(local.first).to eq(["Wed 08:30", "Wed 16:00"])
    expect(local.find { |from, _| from.start_with?("Sat") }).to match([/\ASat 07:[23]/, /\ASat 17:[23]/])
    expect(made[:windows].map { |window| Time.iso8601(window[:from]).to_date.iso8601 }).not_to include("2026-11-26") # Thanksgiving
    driving = made[:plan][:pieces].select { |piece| piece[:status] == "driving" }.map { |piece| [Time.iso8601(piece[:from]), Time.iso8601(piece[:to])] }
    loaded = driving.select { |from, _| from > now + (47 * Given::HOUR) }
    windows = made[:windows].map { |window| [Time.iso8601(window[:from]), Time.iso8601(window[:to])] }
    expect(loaded.length).to be >= 1
    DB[:loads].where(id: load_id).update(state: "open")
    DB[:trips].update(state: "declined")
    crew = Work::Match::Crews.at(now).all.find { |one| one.name == "Wade Ferris" }
    expect(Work::Match::Judge.new(now).judge(crew, Work::Match::Freight.all([load_id]).first).trip.stops.map { |stop| stop.drive_windows&.length }).to match([nil, be > 1])
    expect(loaded).to all(satisfy { |from, to| windows.any? { |open, close| from >= open && to <= close } })
  end

  it "lets the company put a value right, with its source" do
    put = clerk.call(:put, "/api/permits/values", { jurisdiction: "ID", part: "legal", name: "height_in", value: 186, source: "Idaho office, by telephone" })
    expect(put[:values].find { |one| one[:name] == "height_in" && one[:part] == "legal" }).to include(value: 186, known_by: "published", checked_by: "Tobias Reyes")
    load_id = pump_house(freight: [freight.first.merge(width_in: 100)])
    expect(clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file" })[:states].map { |one| one[:needs_permit] }).to eq([true, false])
    expect(clerk.call(:put, "/api/permits/values", { jurisdiction: "ID", part: "legal", name: "colour", value: 1, source: "nowhere" })[:error]).to include(code: "unknown_value", path: "/name")
  end
end
