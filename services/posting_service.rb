# frozen_string_literal: true

# A service where freight is posted (docs/postings.md). Another service is another class with these methods; the
# stand-in and a real one are told apart by the address alone.
class Services::PostingService
  NAME = "posting service"
  # One posting as it is by now. raw_weight - as it was sent; state - live or gone
  Posting =
    Core::Value.of(
      :reference,
      :revision,
      :state,
      :at,
      :posted_at,
      :poster,
      :origin,
      :destination,
      :pickup_from,
      :pickup_to,
      :deliver_by,
      :trailer_kind,
      :size,
      :raw_weight,
      :length_ft,
      :rate_cents,
      :note
    )
  Heard = Core::Value.of(:heard_until, :postings)
  # answer - accepted, countered or lost; amount_cents - or nil
  Answer = Core::Value.of(:receipt, :answer, :amount_cents)

  def self.current = new(Services::Client.new("the #{NAME}", Settings.posting_service_url, read_timeout: 60))

  def initialize(client)
    @client = client
  end

  # What changed after one instant until another. Returns Heard. Raises Services::Unreachable.
  def heard(since, upto)
    body = @client.get("/v1/postings?since=#{since.utc.iso8601}&until=#{upto.utc.iso8601}")
    @client.read(body) do |answer|
      Heard.new(
        heard_until: Time.iso8601(answer.fetch("heard_until")),
        postings: answer.fetch("events").map { |event| posting(event) }
      )
    end
  end

  # Who posts: Array of Hash, the columns of brokers.
  def posters
    @client.read(@client.get("/v1/posters")) do |answer|
      answer
        .fetch("posters")
        .map do |row|
          {
            authority_number: Services::Client.text(row, "number"),
            **%w[name town state phone email authority].to_h do |key|
              [key.to_sym, Services::Client.text(row, key)]
            end,
            bond_dollars: Integer(row.fetch("bond_dollars")),
            credit_score: row["credit_score"] && Integer(row["credit_score"]),
            days_to_pay: row["days_to_pay"] && Integer(row["days_to_pay"]),
            factoring: row.fetch("factoring") == true
          }
        end
    end
  end

  # Our price on a posting. Returns the receipt; the same key is one offer. Raises Services::Unreachable.
  def offer(reference, amount_cents, text, key:) =
    @client.read(
      @client.post("/v1/offers", { reference:, amount: Core::Money.text(amount_cents), text: }, key:)
    ) { |answer| Services::Client.text(answer, "receipt") }

  # Returns Array of Answer, of those that are answered.
  def answers(receipts)
    return [] if receipts.empty?

    @client.read(@client.get("/v1/answers?receipts=#{receipts.join(",")}")) do |answer|
      answer
        .fetch("answers")
        .map do |row|
          Answer.new(
            receipt: row.fetch("receipt"),
            answer: row.fetch("answer"),
            amount_cents: row["amount"] && Core::Money.parse_cents(row["amount"])
          )
        end
    end
  end

  private

  def posting(event)
    instants =
      %w[at posted_at pickup_from pickup_to deliver_by].to_h do |key|
        [key.to_sym, event[key] && Time.iso8601(event[key])]
      end
    Posting.new(
      **%w[reference state poster origin destination].to_h do |key|
        [key.to_sym, Services::Client.text(event, key)]
      end,
      **instants,
      revision: Integer(event.fetch("revision")),
      trailer_kind: event["trailer_kind"],
      size: event["size"] == "partial" ? "partial" : "full",
      raw_weight: event["weight_lb"],
      length_ft: event["length_ft"]&.to_i,
      rate_cents: event["rate"] && Core::Money.parse_cents(event["rate"]),
      note: event["note"].to_s
    )
  end
end
