# frozen_string_literal: true

require "app_helper"
require "tmpdir"
require "net/http"
require "rack/mock"
require_relative "../../stand_ins/devices/service"

RSpec.describe Jobs::PollDevices do
  let(:file) { File.join(Dir.mktmpdir, "devices.jsonl") }
  let(:wall) { Time.utc(2026, 11, 23, 14, 31) }
  let(:service) { StandIns::DeviceService.new(file, clock: -> { wall }) }
  let(:number) { DB[:drivers].where(id: driver_id).get(:number) }

  before { Clock.hold(now) }
  after { Clock.hold(nil) }

  def says(*events) =
    File.write(
      file,
      events
        .map do |hour, status|
          "#{JSON.generate(driver: number, at: (now + (hour * 3600)).iso8601, status:, place: "Boise, ID")}\n"
        end
        .join
    )
  def entries = DB[:duty_entries].where(driver_id:).order(:from_at).select_map(:status)

  # The stand-in answers as it would over the wire.
  def poll
    device_service =
      Services::DeviceService.new(Services::Client.new("the device service", "http://devices.example"))
    allow(Services::DeviceService).to receive(:current).and_return(device_service)
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    described_class.new({}).tap { |job| allow(job).to receive_messages(finish: nil, warn: nil) }.run
  end

  def get(path, _headers)
    answer = Rack::MockRequest.new(service).get(path)
    response = Net::HTTPResponse::CODE_TO_OBJ.fetch(answer.status.to_s).new("1.1", answer.status.to_s, "")
    response.instance_variable_set(:@read, true)
    response.body = answer.body
    response
  end

  it "takes what is new, once, and asks again in a minute" do
    says([-9, "off_duty"], [-2, "driving"], [1, "off_duty"])
    2.times { poll }
    expect(entries).to eq(%w[off_duty driving])
    Clock.hold(now + 7200)
    poll
    expect(entries).to eq(%w[off_duty driving off_duty])
    expect(DB[:que_jobs].where(job_class: described_class.name).count).to be >= 1
  end

  it "loses nothing to an outage: the record is as old as it says, and the next answer reaches back" do
    says([-9, "off_duty"], [-2, "driving"])
    poll
    says([-9, "off_duty"], [-2, "driving"], [0.1, "on_duty"])
    Clock.hold(now + 1800)
    broken = StandIns::DeviceService.new(file, clock: -> { Time.at(17 * 60 * 1000) })
    expect(Rack::MockRequest.new(broken).get("/v1/duty").status).to eq(503)
    allow(self).to receive(:service).and_return(broken)
    poll
    expect([entries, DB[:drivers].where(id: driver_id).get(:duty_heard_at)]).to eq(
      [%w[off_duty driving], now]
    )
    allow(self).to receive(:service).and_call_original
    poll
    expect(entries).to eq(%w[off_duty driving on_duty])
  end
end
