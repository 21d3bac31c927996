# frozen_string_literal: true

require "date"
require "json"
require "rack"
require "time"
require_relative "market"
require_relative "trucks"

# A service where freight is posted, as docs/postings.md describes it: what is new, changed and gone; who posts;
# offers and what is answered.
class StandIns::PostingService
  # An offer is answered after so many seconds, or never.
  ANSWERS_AFTER = (8..40)
  SILENT = 0.06

  # path - a file of JSON lines, an offer each; clock - says the real time
  def initialize(path, per_minute:, clock: -> { Time.now })
    @path = path
    @market = StandIns::Market.new(per_minute)
    @trucks = StandIns::PostedTrucks.new("#{path.delete_suffix(".jsonl")}-trucks.jsonl")
    @clock = clock
    @writing = Mutex.new
  end

  def call(env)
    request = Rack::Request.new(env)
    case [request.request_method, request.path_info]
    when %w[GET /v1/postings]
      postings(request.params)
    when %w[GET /v1/prices]
      json(200, prices: @market.prices(Date.iso8601(request.params["day"])).map { |posting| price(posting) })
    when %w[GET /v1/posters]
      json(200, posters: StandIns::Posters.all.map { |poster| poster.to_h.except(:firm) })
    when %w[POST /v1/offers]
      offer(request)
    when %w[GET /v1/trucks]
      json(200, trucks: @trucks.counts(@clock.call))
    when %w[POST /v1/trucks]
      json(
        200,
        receipt: @trucks.post(JSON.parse(request.body.read), request.get_header("HTTP_IDEMPOTENCY_KEY"))
      )
    when %w[GET /v1/answers]
      json(200, answers: answers(request.params.fetch("receipts").split(",")))
    else
      end_of(request) || json(404, error: "no such address")
    end
  rescue ArgumentError, TypeError, KeyError, JSON::ParserError
    json(422, error: "not as agreed: see docs/postings.md")
  end

  private

  # A truck that is taken down, an offer that is taken back; nil for neither.
  def end_of(request)
    kind, receipt =
      request.post? &&
        request.path_info.match(%r{\A/v1/(trucks|offers)/([TR]\d+)/(?:down|withdraw)\z})&.captures
    return if kind.nil?
    return json(200, @trucks.down(receipt)) if kind == "trucks"

    @writing.synchronize { File.open(@path, "a") { |file| file.puts(JSON.generate(withdrawn: receipt)) } }
    json(200, {})
  end

  def postings(params)
    since, upto = params.values_at("since", "until").map { |text| Time.iso8601(text) }
    json(200, heard_until: upto.iso8601, events: @market.events(since, upto).map { |event| said(event) })
  end

  def said(event)
    times = %i[at posted_at pickup_from pickup_to deliver_by].to_h { |key| [key, event[key].iso8601] }
    event.except(:stays, :poster).merge(
      times,
      poster: event[:poster].number,
      rate: event[:rate] && format("%.2f", event[:rate])
    )
  end

  def price(posting) =
    {
      **posting.slice(:reference, :origin, :destination, :trailer_kind, :miles),
      posted_at: posting[:at].iso8601,
      rate: format("%.2f", posting[:rate])
    }

  # The same key is one offer.
  def offer(request)
    key = request.get_header("HTTP_IDEMPOTENCY_KEY").to_s
    asked = JSON.parse(request.body.read)
    amount = Float(asked.fetch("amount"))
    @writing.synchronize do
      known = offers.find { |offer| offer["key"] == key }
      return json(200, receipt: known["receipt"]) if known

      made = {
        key:,
        receipt: "R#{offers.length + 1}",
        reference: asked.fetch("reference"),
        text: asked["text"].to_s,
        amount:,
        at: @clock.call.utc.iso8601
      }
      File.open(@path, "a") { |file| file.puts(JSON.generate(made)) }
      json(200, receipt: made[:receipt])
    end
  end

  def lines = File.exist?(@path) ? File.readlines(@path).map { |line| JSON.parse(line) } : []
  def offers = lines.select { |line| line["receipt"] }

  # Of the offers that are asked for, those that have an answer by now.
  def answers(receipts)
    offers.filter_map do |offer|
      next unless receipts.include?(offer["receipt"])

      chance = StandIns::Posters.chance("answer", offer["receipt"], offer["reference"])
      waits = ANSWERS_AFTER.min + (chance * (ANSWERS_AFTER.max - ANSWERS_AFTER.min))
      next if chance < SILENT || @clock.call < Time.iso8601(offer["at"]) + waits

      { receipt: offer["receipt"], **answer(offer) }
    end
  end

  def answer(offer)
    posting = @market.find(offer["reference"]) or return { answer: "lost" }
    top = most(posting)
    if offer["amount"] <= top
      return(
        {
          answer: "accepted",
          amount: format("%.2f", offer["amount"]),
          confirmation: confirmation(posting, offer)
        }
      )
    end
    return { answer: "countered", amount: format("%.2f", top) } if offer["amount"] <= top * 1.12

    { answer: "lost" }
  end

  # The rate confirmation: one in seven says something else than was agreed.
  def confirmation(posting, offer)
    slip = StandIns::Posters.chance("slip", offer["receipt"], offer["reference"])
    amount = slip < 0.07 ? offer["amount"] - 50 : offer["amount"]
    later = slip.between?(0.07, 0.14) ? 7200 : 0
    {
      amount: format("%.2f", amount),
      **posting.slice(:origin, :destination),
      pickup_from: (posting[:pickup_from] + later).iso8601,
      pickup_to: (posting[:pickup_to] + later).iso8601,
      deliver_by: posting[:deliver_by].iso8601,
      weight_lb: (posting[:weight_lb] if posting[:weight_lb].is_a?(Integer))
    }
  end

  # What the poster would pay at most: some a little more than is posted.
  def most(posting)
    posted = posting[:rate].to_i > 1 ? posting[:rate] : 1500
    (posted * (1 + (0.06 * posting[:poster].firm)) / 5).floor * 5
  end

  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
