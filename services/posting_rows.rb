# frozen_string_literal: true

# Reads what a posting service says, row by row: what is not as agreed raises, for its row alone to be told of.
module Services::PostingRows
  STATES = %w[live gone].freeze
  AUTHORITIES = %w[active pending revoked].freeze
  LONGEST = 1000
  MOST = 1_000_000_000

  private

  def posting(event)
    instants =
      %w[at posted_at pickup_from pickup_to deliver_by].to_h do |key|
        [key.to_sym, event[key] && Time.iso8601(event[key])]
      end
    Services::PostingService::Posting.new(
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
    Services::PostingService::Price.new(
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

    Services::PostingService::Answer.new(
      receipt: line(row, "receipt"),
      answer:,
      amount_cents:,
      confirmation: row["confirmation"] && confirmation(row["confirmation"])
    )
  end

  def confirmation(row)
    times =
      { opens_at: "pickup_from", closes_at: "pickup_to", deliver_by: "deliver_by" }.transform_values do |key|
        row[key] && Time.iso8601(row[key]).utc.iso8601
      end
    {
      amount_cents: cents(row.fetch("amount")),
      origin: line(row, "origin"),
      destination: line(row, "destination"),
      **times,
      weight_lb: row["weight_lb"] && count(row["weight_lb"])
    }
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
