# frozen_string_literal: true

require "bai2"
require "camt_parser"

# A bank's own statement as the lines of it: BAI2, which banks of the United States send, and camt.053 of ISO 20022. The
# libraries read them.
module Programs::BankStatement
  Line = Core::Billing::BankFile::Line
  CURRENCY = "USD"

  # Array of Line; nil for a text that is neither. What went out is below nothing. Raises Refused `not_a_statement`.
  def self.lines(text)
    start = text.delete_prefix("\uFEFF").lstrip
    if start.start_with?("01,")
      bai2(start)
    elsif start.start_with?("<")
      camt(start)
    end
  end

  def self.bai2(text)
    file = Bai2::BaiFile.new(text.gsub(/\r\n?/, "\n"))
    file.groups.flat_map do |group|
      day = group.as_of_datetime.to_date
      group.accounts.flat_map do |account|
        dollars([account.currency_code, group.currency_code].find { |code| !code.to_s.empty? })
        account.transactions.map { |one| of_bai2(one, day) }
      end
    end
  rescue Bai2::ParseError, Bai2::BaiFile::IntegrityError => e
    refuse("This BAI2 file cannot be read: #{e.message.sub(/\.?\z/, ".")}")
  rescue ArgumentError, NoMethodError, TypeError
    # The library stumbles over records that are cut off.
    refuse("This BAI2 file is cut off or damaged.")
  end

  def self.of_bai2(one, day)
    sign = one.debit? ? -1 : 1
    words =
      [one.text, one.type[:description]].map { |text| text.to_s.tr("\n", " ").strip }
        .find { |text| !text.empty? }
    reference = [one.customer_reference, one.bank_reference].map(&:to_s).find { |text| !text.empty? }
    Line.new(line_on: day, cents: sign * one.amount, words: words.to_s, reference: reference.to_s)
  end

  def self.camt(text)
    refuse("A statement declares no document type of its own.") if text.match?(/<!DOCTYPE/i)

    file = CamtParser::String.parse(text)
    refuse("This is no statement (camt.053).") unless file.respond_to?(:statements)

    file.statements.flat_map { |statement| statement.entries.flat_map { |entry| of_entry(entry) } }
  rescue CamtParser::Errors::BaseError, Nokogiri::XML::SyntaxError
    refuse("This is no statement of ISO 20022 that is known here (camt.053).")
  end

  # Several that the bank put into one are told one by one, where it tells them.
  def self.of_entry(entry)
    dollars(entry.currency)
    day = entry.booking_date || entry.value_date || (entry.booking_datetime || entry.value_datetime)&.to_date
    refuse("An entry of #{entry.amount} has no day.") unless day

    parts =
      entry.transactions.length > 1 && entry.transactions.sum(&:amount_in_cents) == entry.amount_in_cents
    return entry.transactions.map { |one| line(day, entry, one, one.amount_in_cents) } if parts

    [line(day, entry, entry.transactions.first, entry.amount_in_cents)]
  end

  def self.line(day, entry, one, cents)
    told = [one&.name, one&.remittance_information, entry.additional_information]
    references = [one&.end_to_end_reference, entry.bank_reference, entry.reference]
    Line.new(
      line_on: day,
      cents: entry.sign * cents,
      words: told.map(&:to_s).reject { |text| text.strip.empty? }.uniq.join(" ").gsub(/\s+/, " ").strip,
      reference: references.map(&:to_s).find { |text| !text.empty? && text != "NOTPROVIDED" }.to_s
    )
  end

  def self.dollars(currency)
    unless [nil, "", CURRENCY].include?(currency)
      refuse("This account is in #{currency}: dollars are taken in here.")
    end
  end

  def self.refuse(text) = raise(Core::Refused.new("not_a_statement", text, path: "/csv"))
  private_class_method :bai2, :of_bai2, :camt, :of_entry, :line, :dollars, :refuse
end
