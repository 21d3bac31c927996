# frozen_string_literal: true

# Tells whose payment lines are, one after another: by the numbers of invoices in their words; by the customer's name, of
# which the amount may tell the invoice; by an amount that is owed once and no other time. What one line pays is owed no
# more for the next.
class Core::Billing::BankFile::Matcher
  Match = Core::Billing::BankFile::Match
  # What may be a number of an invoice, with or without its hyphens: shorter ones are too many things.
  NUMBER = /[A-Z0-9]+(?:-[A-Z0-9]+)*/
  SHORTEST = 4
  # Words that tell no customer from another.
  COMMON = %w[inc llc ltd co corp company the and].freeze

  # open - Array of Core::Billing::BankFile::Open
  def initialize(open)
    @owed = open.to_h { |one| [one.id, one.cents] }
    @number = open.to_h { |one| [bare(one.number), one] }
    @customer = open.group_by(&:customer_id)
    @amount = open.group_by(&:cents).transform_values { |list| list.map(&:id) }
    @open = open.to_h { |one| [one.id, one] }
    @names =
      @customer
        .map { |id, list| [id, words(list.first.name) - COMMON] }
        .reject { |_, telling| telling.empty? }
        .group_by { |_, telling| telling.first }
  end

  # Match, or nil where none of them tells.
  def match(line) = by_number(line) || by_customer(line) || by_amount(line)

  # What a match pays is paid.
  def pay(match)
    match.parts.each do |id, cents|
      @amount[@owed[id]]&.delete(id)
      @owed[id] -= cents
      (@amount[@owed[id]] ||= []) << id if @owed[id].positive?
    end
  end

  private

  def by_number(line)
    said = "#{line.words} #{line.reference}".upcase.scan(NUMBER).map { |text| bare(text) }
    told = said.select { |text| text.length >= SHORTEST }.map { |text| @number[text] }
    found = owing(told.compact.uniq)
    return if found.empty? || found.map(&:customer_id).uniq.length > 1

    made(found.first.customer_id, line, found, "number")
  end

  def by_customer(line)
    said = words(line.words)
    theirs =
      said
        .uniq
        .flat_map { |word| @names[word] || [] }
        .select { |_, telling| said.each_cons(telling.length).include?(telling) }
    return unless theirs.one?

    customer_id = theirs.first.first
    list = owing(@customer[customer_id])
    exactly = list.select { |one| @owed[one.id] == line.cents }
    return made(customer_id, line, exactly, "customer") if exactly.one?

    whole = list.sum { |one| @owed[one.id] } == line.cents
    made(customer_id, line, whole ? list : [], "customer")
  end

  def by_amount(line)
    ids = @amount[line.cents] || []
    made(@open[ids.first].customer_id, line, [@open[ids.first]], "amount") if ids.one?
  end

  def owing(list) = list.select { |one| @owed[one.id].positive? }

  def made(customer_id, line, list, by) =
    Match.new(
      customer_id:,
      parts: Core::Billing.spread(line.cents, list.map { |one| [one.id, one.due_on, @owed[one.id]] }),
      by:
    )

  def words(text) = text.downcase.scan(/[a-z0-9]+/)
  def bare(text) = text.upcase.delete("-")
end
