# frozen_string_literal: true

# A service where freight is posted (docs/postings.md). Another service is another class with these methods; the
# stand-in and a real one are told apart by the address alone.
class Services::PostingService
  NAME = "posting service"
  STATES = %w[live gone].freeze
  AUTHORITIES = %w[active pending revoked].freeze
  LONGEST = 1000
  MOST = 1_000_000_000
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
  # What was posted on a day that is over. miles - of the loaded way
  Price = Core::Value.of(:reference, :posted_at, :origin, :destination, :trailer_kind, :miles, :rate_cents)
  # unreadable - rows as they were sent, of which nothing can be made
  Heard = Core::Value.of(:heard_until, :postings, :unreadable)
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
      postings, unreadable = each_readable(answer.fetch("events")) { |event| posting(event) }
      Heard.new(heard_until: Time.iso8601(answer.fetch("heard_until")), postings:, unreadable:)
    end
  end

  # A sample of what was posted with a price on a day that is over: [Array of Price, rows that cannot be read].
  def prices(day) =
    @client.read(@client.get("/v1/prices?day=#{day.iso8601}")) do |answer|
      each_readable(answer.fetch("prices")) { |row| price(row) }
    end

  # Who posts: [Array of Hash, the columns of brokers; rows that cannot be read].
  def posters =
    @client.read(@client.get("/v1/posters")) do |answer|
      each_readable(answer.fetch("posters")) { |row| poster(row) }
    end

  # Our price on a posting. Returns the receipt; the same key is one offer. Raises Services::Unreachable.
  def offer(reference, amount_cents, text, key:) =
    @client.read(
      @client.post("/v1/offers", { reference:, amount: Core::Money.text(amount_cents), text: }, key:)
    ) { |answer| Services::Client.text(answer, "receipt") }

  # Returns [Array of Answer of those that are answered, rows that cannot be read].
  def answers(receipts)
    return [], [] if receipts.empty?

    @client.read(@client.get("/v1/answers?receipts=#{receipts.join(",")}")) do |answer|
      each_readable(answer.fetch("answers")) { |row| answered(row) }
    end
  end

  private

  # What is made of each row, and the rows of which nothing can be.
  def each_readable(rows)
    read, unreadable = [], []
    rows.each do |row|
      read << yield(row)
    rescue *Services::Client::NONSENSE
      unreadable << row
    end
    [read, unreadable]
  end

  def posting(event)
    instants =
      %w[at posted_at pickup_from pickup_to deliver_by].to_h do |key|
        [key.to_sym, event[key] && Time.iso8601(event[key])]
      end
    Posting.new(
      **%w[reference poster origin destination].to_h { |key| [key.to_sym, line(event, key)] },
      **instants,
      state: one_of(event["state"], STATES),
      revision: count(event.fetch("revision")),
      trailer_kind: event["trailer_kind"],
      size: event["size"] == "partial" ? "partial" : "full",
      raw_weight: event["weight_lb"],
      length_ft: event["length_ft"] && count(event["length_ft"]),
      rate_cents: cents(event["rate"]),
      note: event["note"] ? line(event, "note") : ""
    )
  end

  def price(row) =
    Price.new(
      **%w[reference origin destination trailer_kind].to_h { |key| [key.to_sym, line(row, key)] },
      posted_at: Time.iso8601(row.fetch("posted_at")),
      miles: count(row.fetch("miles"), 5000),
      rate_cents: cents(row.fetch("rate"))
    )

  def poster(row)
    {
      authority_number: line(row, "number"),
      **%w[name town state phone email].to_h { |key| [key.to_sym, line(row, key)] },
      authority: one_of(row["authority"], AUTHORITIES),
      bond_dollars: count(row.fetch("bond_dollars")),
      credit_score: row["credit_score"] && count(row["credit_score"], 100),
      days_to_pay: row["days_to_pay"] && count(row["days_to_pay"]),
      factoring: row.fetch("factoring") == true
    }
  end

  def answered(row)
    answer = one_of(row["answer"], Core::Market::ANSWERS)
    amount_cents = cents(row["amount"])
    raise ArgumentError, "a counter without a price" if answer == "countered" && amount_cents.nil?

    Answer.new(receipt: line(row, "receipt"), answer:, amount_cents:)
  end

  # One line of text without what a database cannot hold.
  def line(row, key)
    text = Services::Client.text(row, key)
    text.length <= LONGEST && !text.match?(/[[:cntrl:]]/) ? text : raise(ArgumentError, key)
  end

  def one_of(value, known) = known.include?(value) ? value : raise(ArgumentError, value.to_s)
  def count(value, most = MOST) =
    Integer(value).then { |one| one.between?(0, most) ? one : raise(ArgumentError) }

  def cents(text)
    return if text.nil?
    raise ArgumentError, text.to_s unless text.to_s.match?(/\A\d{1,8}(\.\d{1,2})?\z/)

    Core::Money.parse_cents(text.to_s)
  end
end
