# frozen_string_literal: true

require "csv"

# Reads a file of fuel-card or toll transactions: one CSV for all issuers, described in docs/card-import.md.
module Core::Pay::CardFile
  # local_time - as written, without a zone: a pump knows only its own
  Row = Core::Value.of(:line, :reference, :kind, :card, :unit, :local_time, :place, :state, :gallons, :cents)

  # column => [needed, what it holds]
  COLUMNS = {
    "transaction" => [true, "the issuer's own number of it, once"],
    "kind" => [true, "fuel, def, reefer_fuel, toll, cash, fee or other"],
    "card" => [false, "number of the card or tag; card or unit is needed"],
    "unit" => [false, "number of the tractor or trailer"],
    "date" => [true, "YYYY-MM-DD, of the place"],
    "time" => [true, "HH:MM, of the place"],
    "place" => [false, "station or plaza"],
    "state" => [false, "two letters"],
    "gallons" => [false, "of fuel, up to three decimals"],
    "amount" => [true, "dollars"]
  }.freeze
  KINDS = %w[fuel def reefer_fuel toll cash fee other].freeze
  MOST_ROWS = 20_000

  # bytes - String as it came; UTF-8 with or without a mark, or UTF-16 with one
  #
  # Returns Array of Row. Raises Refused `encoding`, `not_csv`, `missing_column`, `unknown_column`, `empty`,
  # `too_many_rows`, `bad_rows`: with the path of the column or row. All or nothing.
  def self.read(bytes)
    table = CSV.parse(decode(bytes), headers: true, skip_blanks: true)
    check(table.headers.compact.map { |name| name.strip.downcase })
    rows =
      table
        .map
        .with_index(2) do |row, line|
          [
            line,
            row
              .to_h
              .transform_keys { |name| name.to_s.strip.downcase }
              .transform_values { |value| value.to_s.strip }
          ]
        end
    raise Refused.new("empty", "The file has no transaction.", path: "") if rows.empty?
    if rows.length > MOST_ROWS
      raise Refused.new("too_many_rows", "At most #{MOST_ROWS} transactions a file: cut it in two.", path: "")
    end

    wrong =
      rows.filter_map do |line, row|
        trouble(row)&.then { |column, what| "line #{line}, #{column}: #{what}" }
      end + twice(rows)
    if wrong.any?
      raise Refused.new(
              "bad_rows",
              "#{wrong.first(5).join("; ").capitalize}#{"; and #{wrong.length - 5} more" if wrong.length > 5}. Nothing was taken in.",
              path: "/#{wrong.first[/line (\d+)/, 1]}"
            )
    end

    rows.map { |line, row| of(line, row) }
  rescue CSV::MalformedCSVError => e
    raise Refused.new("not_csv", "This is no CSV: #{e.message}.", path: "")
  end

  # A byte-order mark tells UTF-16; anything else has to be UTF-8.
  def self.decode(bytes)
    text = bytes.dup.force_encoding(Encoding::BINARY)
    if text.start_with?("\xFF\xFE".b, "\xFE\xFF".b)
      return(
        text
          .byteslice(2..)
          .force_encoding(text.start_with?("\xFF\xFE".b) ? "UTF-16LE" : "UTF-16BE")
          .encode("UTF-8")
      )
    end

    text = text.delete_prefix("\xEF\xBB\xBF".b).force_encoding("UTF-8")
    return text if text.valid_encoding?

    raise Refused.new(
            "encoding",
            "The file is not written in UTF-8: save it as \"CSV UTF-8\" and send it again.",
            path: ""
          )
  rescue EncodingError
    raise Refused.new(
            "encoding",
            "The file's UTF-16 is broken: save it as \"CSV UTF-8\" and send it again.",
            path: ""
          )
  end

  def self.check(headers)
    missing = COLUMNS.select { |name, (needed, _)| needed && !headers.include?(name) }.keys
    if missing.any?
      raise Refused.new(
              "missing_column",
              "The column #{missing.first} is missing: the first line has to read #{COLUMNS.keys.join(",")}.",
              path: "/#{missing.first}"
            )
    end

    unknown = headers - COLUMNS.keys
    if unknown.any?
      raise Refused.new(
              "unknown_column",
              "#{unknown.first} is no column of ours: take it out, or name it #{COLUMNS.keys.join(", ")}.",
              path: "/#{unknown.first}"
            )
    end
  end

  # [column, what is wrong], or nil.
  def self.trouble(row)
    return "transaction", "a number is needed" if row["transaction"].empty?
    return "kind", "#{row["kind"]} is none of #{KINDS.join(", ")}" unless KINDS.include?(row["kind"])
    return "card", "a card or a unit is needed" if row["card"].to_s.empty? && row["unit"].to_s.empty?
    unless row["date"].match?(/\A\d{4}-\d\d-\d\d\z/) && Date.valid_date?(*row["date"].split("-").map(&:to_i))
      return "date", "#{row["date"]} is no day as YYYY-MM-DD"
    end
    unless row["time"].match?(/\A(?:[01]\d|2[0-3]):[0-5]\d\z/)
      return "time", "#{row["time"]} is no time as HH:MM"
    end
    unless row["state"].to_s.match?(/\A(?:[A-Za-z]{2})?\z/)
      return "state", "#{row["state"]} is not two letters"
    end
    unless row["gallons"].to_s.match?(/\A(?:\d{1,5}(?:\.\d{1,3})?)?\z/)
      return "gallons", "#{row["gallons"]} is no number of gallons"
    end

    unless row["amount"].match?(/\A-?\d{1,6}(?:\.\d{1,2})?\z/)
      ["amount", "#{row["amount"]} is no amount in dollars"]
    end
  end

  def self.twice(rows)
    rows
      .group_by { |_, row| row["transaction"] }
      .select { |reference, list| list.length > 1 && !reference.empty? }
      .map do |reference, list|
        "line #{list[1].first}, transaction: #{reference} stands in line #{list.first.first} already"
      end
  end

  def self.of(line, row)
    Row.new(
      line:,
      reference: row["transaction"],
      kind: row["kind"],
      card: row["card"].to_s,
      unit: row["unit"].to_s,
      local_time: "#{row["date"]} #{row["time"]}",
      place: row["place"].to_s,
      state: row["state"].to_s.upcase,
      gallons: row["gallons"].to_s.empty? ? nil : BigDecimal(row["gallons"]),
      cents: Core::Money.parse_cents(row["amount"])
    )
  end
  private_class_method :decode, :check, :trouble, :twice, :of
end
