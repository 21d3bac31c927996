# frozen_string_literal: true

require "pdf-reader"
require "rack/mock"
require_relative "../../stand_ins/offices/offices"

# A clerk at his desk with an oversize load to move from Missoula to Boise, against the stand-in of the offices.
RSpec.shared_context "with a permit desk" do
  let(:tobias) { account(%w[dispatcher permit_clerk], "Tobias Reyes") }
  let(:clerk) { api(tobias) }
  let(:wall) { [Time.utc(2026, 11, 23, 17, 31)] }
  let(:offices) do
    StandIns::PermitOffices.new(File.join(Dir.mktmpdir, "offices.jsonl"), clock: -> { wall.first })
  end
  let(:freight) do
    [
      {
        what: "Modular pump house",
        pieces: 1,
        unit: "building",
        # with 19,000 and 18,000 of truck, 1,400 of fuel and a driver of 250 it is 75,000
        weight_lb: 36_350,
        width_in: 168,
        height_in: 158,
        length_in: 480,
        serial_number: "PH-77"
      }
    ]
  end

  before do
    Clock.hold(now)
    unit_id(
      "T-101",
      plate: "JF1001",
      plate_state: "ID",
      vin: "1M8GDM9AXKP042788",
      tare_lb: 19_000,
      registered_lb: 72_000
    )
    unit_id("L-501", trailer_kind: "lowboy", length_ft: 53, tare_lb: 18_000, capacity_lb: 70_000)
  end

  after { Clock.hold(nil) }

  # Missoula to Boise: Montana and Idaho
  def pump_house(**more)
    load_id =
      book(
        from: "59801",
        to: "83702",
        at: now + (48 * Given::HOUR),
        hours: 60,
        freight:,
        trailer_kind: "lowboy",
        **more
      )
    Work::Freight::CrewLoad.call(load_id, crew(trailer: "L-501"), by: maren, now:)
    load_id
  end

  def file(load_id) = clerk.call(:get, "/api/loads/#{load_id}/permits")
  def states(load_id) = file(load_id)[:permits].to_h { |permit| [permit[:jurisdiction], permit[:status]] }

  # The jobs as a worker runs them, the offices answering as they would over the wire.
  def work
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    waiting = DB[:permits].where(status: Store::Permits::WAITING).select_map(:id)
    withdrawn = DB[:permits].exclude(withdraw_at: nil).where(withdrawn_at: nil).select_map(:id)
    run(Jobs::AskOffice, waiting)
    run(Jobs::WithdrawApplication, withdrawn)
  end

  def run(job, permit_ids) =
    permit_ids.each { |permit_id| job.new({}).tap { |one| allow(one).to receive(:finish) }.run(permit_id:) }

  def get(path, _headers) = answer(Rack::MockRequest.new(offices).get(path))
  def post(path, body, headers) =
    answer(
      Rack::MockRequest.new(offices).post(
        path,
        :input => body,
        "HTTP_IDEMPOTENCY_KEY" => headers["Idempotency-Key"]
      )
    )

  def answer(mock)
    response = Net::HTTPResponse::CODE_TO_OBJ.fetch(mock.status.to_s).new("1.1", mock.status.to_s, "")
    response.instance_variable_set(:@read, true)
    response.body = mock.body
    response
  end

  def made(load_id) = clerk.call(:post, "/api/loads/#{load_id}/permits", { key: "make the file #{load_id}" })
  def attest(load_id) =
    clerk.call(
      :post,
      "/api/loads/#{load_id}/permits/attest",
      { key: "it is true #{load_id} #{DB[:permit_files].where(load_id:).get(:version)}" }
    )
  def apply(load_id, **more) =
    clerk.call(:post, "/api/loads/#{load_id}/permits/apply", { key: "apply #{load_id} #{more}", **more })
  def put_right(load_id, **more) =
    clerk.call(:put, "/api/loads/#{load_id}/permits", { version: file(load_id)[:version], **more })

  def issued(load_id)
    made(load_id)
    attest(load_id)
    apply(load_id)
    work
    file(load_id)[:permits]
  end
end
