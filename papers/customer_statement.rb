# frozen_string_literal: true

# What a customer owes and how old it is, for him.
class Papers::CustomerStatement < Papers::Letter
  AGES = {
    current: "Not due",
    to_30: "1 to 30 days",
    to_60: "31 to 60 days",
    to_90: "61 to 90 days",
    over_90: "Over 90 days"
  }.freeze

  # told - Reads::Billing::Receivables::Told
  def initialize(told)
    @told = told
    super("Statement of account")
  end

  def render
    quiet @told.company[:name]
    headline "Statement of account"
    say "#{@told.customer[:name]}, as of #{Core::Spoken.date(@told.today)}", size: 11
    invoices
    title "How old it is, by days beyond the due day"
    table([AGES.keys.map { |age| dollars(@told.owed.fetch(age)) }], head: AGES.values, right: [0, 1, 2, 3, 4])
    sums
    number_pages "statement of account"
    @pdf.render
  end

  private

  def invoices
    return say("Nothing is owed.") if @told.open.empty?

    rows =
      @told.open.map do |row|
        owed = row[:total] - row[:paid]
        days = row.values_at(:invoiced_on, :due_on).map { |day| Core::Spoken.date(day) }
        [row[:number], *days, *[row[:total], row[:paid], owed].map { |sum| dollars(Money.cents(sum)) }]
      end
    table(rows, head: %w[Invoice Of Due Total Paid Owed], right: [3, 4, 5])
  end

  def sums
    @pdf.move_down 8
    say "Owed: #{dollars(@told.owed.values.sum)}", size: 13, style: :bold, align: :right
    return unless @told.left_cents.positive?

    say "#{dollars(@told.left_cents)} of yours is here and not yet put toward an invoice.", align: :right
  end

  def dollars(cents) = Core::Spoken.dollars(cents)
end
