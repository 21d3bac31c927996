# frozen_string_literal: true

# A service where freight is posted (docs/postings.md). Another service is another class with these methods; the
# stand-in and a real one are told apart by the address alone.
class Services::PostingService
  include Services::PostingRows
  NAME = "posting service"
  Posting = Core::Market::Posting
  # What was posted on a day that is over. miles - of the loaded way
  Price = Core::Value.of(:reference, :posted_at, :origin, :destination, :trailer_kind, :miles, :rate_cents)
  # unreadable - rows as they were sent, of which nothing can be made
  Heard = Core::Value.of(:heard_until, :postings, :unreadable)
  # answer - accepted, countered or lost; amount_cents - or nil; confirmation - Core::Market::Confirmation::Terms as
  # Hash, where the poster sends one
  Answer = Core::Value.of(:receipt, :answer, :amount_cents, :confirmation)

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

  # Posts a truck where and when it is empty. to - states, none for anywhere. Returns the receipt; the same key is one
  # truck.
  def post_truck(town:, free_at:, trailer_kind:, to:, key:) =
    @client.read(
      @client.post("/v1/trucks", { town:, free_at: free_at.utc.iso8601, trailer_kind:, to: }, key:)
    ) { |answer| Services::Client.text(answer, "receipt") }

  def take_down(receipt) = @client.post("/v1/trucks/#{receipt}/down", {}, key: "down-#{receipt}")

  # How many trucks of all carriers are posted: [Array of Hash, the columns of truck_counts; rows that cannot be read].
  def truck_counts =
    @client.read(@client.get("/v1/trucks")) do |answer|
      each_readable(answer.fetch("trucks")) do |row|
        {
          state: line(row, "state"),
          trailer_kind: line(row, "trailer_kind"),
          count: count(row.fetch("count"))
        }
      end
    end

  # Tells the poster that we have taken an offer back.
  def withdraw(receipt) = @client.post("/v1/offers/#{receipt}/withdraw", {}, key: "withdraw-#{receipt}")

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
end
