# frozen_string_literal: true

# A bank's file of what came in, and whose payment of which invoices each line is.
module Core::Billing::BankFile
  Column = Core::Directory::Column
  ALL = [
    Column.of(
      :line_on,
      :day,
      "the day, with its year",
      needed: true,
      headed: %w[date posted posting_date booked value_date]
    ),
    Column.of(
      :amount,
      :text,
      "dollars; what went out is below nothing or in brackets, and is left out",
      needed: true,
      headed: %w[credit amount_usd deposit]
    ),
    Column.of(
      :words,
      :text,
      "what the bank says of it",
      needed: true,
      headed: %w[description memo details text payee name]
    ),
    Column.of(:reference, :text, "a number of theirs", headed: %w[check_number cheque_number ref trace])
  ].freeze

  # cents - below nothing for what went out; reference - may be empty
  Line = Core::Value.of(:line_on, :cents, :words, :reference)
  # Of what is owed. name - of the customer
  Open = Core::Value.of(:id, :number, :customer_id, :name, :due_on, :cents)
  # parts - { invoice id => cents }, what is left stays unapplied; by - number, amount or customer
  Match = Core::Value.of(:customer_id, :parts, :by)

  # Words that tell no customer from another.
  COMMON = %w[inc llc ltd co corp company the and].freeze

  def self.columns = ALL.to_h { |column| [column.name, column] }

  # An empty file, and what its columns mean.
  def self.template =
    {
      kind: "bank_lines",
      csv: "#{ALL.map(&:name).join(",")}\n",
      columns: ALL.map { |column| { name: column.name.to_s, required: column.needed, about: column.about } }
    }

  # "$1,250.00", "1250", "-80.00" and "(80.00)" as cents; nil for what is none.
  def self.cents(text)
    plain = text.delete("$ ,")
    plain = "-#{plain[1..-2]}" if plain.match?(/\A\(.*\)\z/)
    plain.match?(/\A-?\d{1,9}(\.\d{1,2})?\z/) ? Core::Money.cents(BigDecimal(plain)) : nil
  end

  # Whose payment a line is: by the numbers of invoices in its words; by the customer's name, of which the amount may tell
  # the invoice; by an amount that is owed once and no other time. Nil where none of them tells.
  #
  # open - Array of Open
  def self.match(line, open) = by_number(line, open) || by_customer(line, open) || by_amount(line, open)

  def self.by_number(line, open)
    told =
      "#{line.words} #{line.reference}".upcase.scan(/\bI-?\d{4,}\b/).map { |text| text.sub(/\AI-?/, "I-") }
    found = open.select { |one| told.include?(one.number) }
    return if found.empty? || found.map(&:customer_id).uniq.length > 1

    Match.new(customer_id: found.first.customer_id, parts: spread(line, found), by: "number")
  end

  def self.by_customer(line, open)
    words = plain(line.words)
    theirs = open.group_by(&:customer_id).values.select { |list| named?(words, list.first.name) }
    return unless theirs.one?

    list = theirs.first
    exactly = list.select { |one| one.cents == line.cents }
    parts =
      if exactly.one?
        spread(line, exactly)
      else
        list.sum(&:cents) == line.cents ? spread(line, list) : {}
      end
    Match.new(customer_id: list.first.customer_id, parts:, by: "customer")
  end

  def self.by_amount(line, open)
    found = open.select { |one| one.cents == line.cents }
    Match.new(customer_id: found.first.customer_id, parts: spread(line, found), by: "amount") if found.one?
  end

  def self.spread(line, list) =
    Core::Billing.spread(line.cents, list.map { |one| [one.id, one.due_on, one.cents] })

  # All words of a name that tell it from others stand in the line, in their order.
  def self.named?(words, name)
    telling = plain(name) - COMMON
    telling.any? && words.each_cons(telling.length).include?(telling)
  end

  def self.plain(text) = text.downcase.scan(/[a-z0-9]+/)
  private_class_method :by_number, :by_customer, :by_amount, :spread, :named?, :plain
end
