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

  # Whose payment a line is, of all that is owed: Match, or nil where nobody can tell. open - Array of Open
  def self.match(line, open) = Matcher.new(open).match(line)
end
