# frozen_string_literal: true

require "rack/mock"
require "tmpdir"
require_relative "../../stand_ins/postings/service"

# A posting service over the wire: the stand-in itself, or what an example has posted.
RSpec.shared_context "with posted freight" do
  let(:offers_file) { File.join(Dir.mktmpdir, "offers.jsonl") }
  let(:wall) { [Time.utc(2026, 11, 23, 14, 31)] }
  let(:stand_in) { StandIns::PostingService.new(offers_file, per_minute: 2, clock: -> { wall.first }) }
  # Of the stand-in's posters one who may broker, and is paid well for.
  let(:sound) do
    StandIns::Posters.all.find { |poster| poster.authority == "active" && poster.credit_score.to_i > 80 }
  end
  let(:revoked) { StandIns::Posters.all.find { |poster| poster.authority == "revoked" } }

  before do
    company
    Clock.hold(now)
    service =
      Services::PostingService.new(Services::Client.new("the posting service", "http://postings.example"))
    allow(Services::PostingService).to receive(:current).and_return(service)
    allow(Net::HTTP).to(receive(:start).and_wrap_original { |_, *, **, &request| request.call(self) })
    Work::Market::TakeRegister.call(service.posters.first, now:)
  end

  after { Clock.hold(nil) }

  def get(path, _headers) = answer(Rack::MockRequest.new(stand_in).get(path))
  def post(path, body, headers) =
    answer(
      Rack::MockRequest.new(stand_in).post(
        path,
        :input => body,
        "HTTP_IDEMPOTENCY_KEY" => headers["Idempotency-Key"]
      )
    )

  def answer(said)
    response = Net::HTTPResponse::CODE_TO_OBJ.fetch(said.status.to_s).new("1.1", said.status.to_s, "")
    response.instance_variable_set(:@read, true)
    response.body = said.body
    response
  end

  # As the service would say it: Boise to Pendleton, to be picked up in three hours, unless told otherwise.
  def posting(reference = "P1", **more)
    Services::PostingService::Posting.new(
      reference:,
      revision: 1,
      state: "live",
      at: now - 1200,
      posted_at: now - 1200,
      poster: sound.number,
      origin: "Boise, ID",
      destination: "Pendleton, OR",
      pickup_from: now + (3 * Given::HOUR),
      pickup_to: now + (6 * Given::HOUR),
      deliver_by: now + (20 * Given::HOUR),
      trailer_kind: "dry_van",
      size: "full",
      raw_weight: 40_000,
      length_ft: 53,
      rate_cents: 1_200_00,
      note: "",
      **more
    )
  end

  def take(*postings) = Work::Market::TakePostings.call("postings", postings, heard_until: now, now:)

  def posting_id(reference = "P1") = DB[:postings].where(reference:).get(:id)
  def offer(amount = "1200.00", reference: "P1", by: maren, **more) =
    Work::Market::MakeOffer.call(
      { key: SecureRandom.hex(8), posting_id: posting_id(reference), amount:, **more },
      by:,
      now:
    )

  # What the worker does with what was offered.
  def send_offers =
    DB[:offers]
      .where(receipt: nil)
      .select_map(:id)
      .each { |offer_id| Jobs::SendOffer.new({}).tap { |job| allow(job).to receive(:finish) }.run(offer_id:) }

  # A driver at Boise with tractor and van, rested.
  def ready
    @ready ||=
      begin
        unit_id("T-101")
        unit_id("V-201")
        _, trip_id = sent(crew, from: "97801", to: "Boise, ID", at: now - (30 * Given::HOUR))
        DB[:trips].where(id: trip_id).update(status: "delivered")
        driver_id
      end
  end
end
