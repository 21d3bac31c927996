# frozen_string_literal: true

# An invoice or a credit note on paper, with the papers of its loads behind it.
class Papers::Invoice < Papers::Letter
  include Papers::Enclosed

  # value - Reads::Billing::Invoice::Value
  def initialize(value)
    @value = value
    @row = value.row
    @papers = credit? ? [] : value.papers
    super(name)
  end

  def render
    head
    parties
    value_lines
    sums
    @value.loads.each { |load| references(load) }
    pay_to
    pictures
    number_pages name
    joined(@pdf.render)
  end

  private

  def credit? = @row[:kind] == "credit_note"
  def name = "#{credit? ? "Credit note" : "Invoice"} #{@row[:number]}"
  def money(dollars) = "#{"-" if dollars.negative?}#{Core::Spoken.dollars(Money.cents(dollars.abs))}"

  def head
    quiet @value.company[:name]
    headline name
    say "Of #{Core::Spoken.date(@row[:invoiced_on])}#{", due #{Core::Spoken.date(@row[:due_on])}" unless credit?}",
        size: 11
    say "Takes back invoice #{@value.credits[:number]}: #{@row[:why]}" if credit?
    say "In the place of invoice #{@value.rebills[:number]}, which was taken back" if @value.rebills
  end

  def parties
    title "To"
    customer = @value.customer
    say customer[:name]
    town = customer.values_at(:town, :state).reject(&:empty?).join(", ")
    [customer[:address], [town, customer[:zip]].reject(&:empty?).join(" ")].reject(&:empty?)
      .each { |line| say line }
  end

  def value_lines
    @value
      .lines
      .group_by { |row| row[:load_id] }
      .each do |load_id, lines|
        load = @value.loads.find { |row| row[:id] == load_id }
        title(
          load ? "#{load[:number]}: #{load[:origin]} to #{load[:destination]}#{delivered(load)}" : "Other"
        )
        table(
          lines.map { |row| [row[:label], worked(row), money(row[:amount])] },
          head: %w[What How Dollars],
          column_widths: {
            2 => 90
          },
          right: [2]
        )
      end
  end

  def delivered(load)
    at = load[:delivery_at] or return ""
    ", #{Core::Spoken.date(TZInfo::Timezone.get(load[:delivery_zone] || "UTC").to_local(at).to_date)}"
  end

  # "612.0 miles at $2.85"
  def worked(row)
    return "" if row[:unit].nil?
    return "#{Money.rate_text(row[:rate])} percent" if row[:unit] == "percent"

    quantity = Money.rate_text(row[:quantity] || 0, places: 1)
    "#{quantity} #{row[:unit]}s at $#{Money.rate_text(row[:rate])}"
  end

  def sums
    @pdf.move_down 8
    say "#{credit? ? "Credited" : "Total"}: #{money(@row[:total])}", size: 13, style: :bold, align: :right
  end

  def references(load)
    return if load[:references].empty?

    quiet "#{load[:number]}: #{load[:references].map { |row| Core::Spoken.reference(row[:kind], row[:value]) }.join(", ")}"
  end

  def pay_to
    return if credit?
    return pay_factor if @value.factor

    company = @value.company
    title "Pay to"
    say company[:name]
    town = company.values_at(:town, :state).reject { |text| text.to_s.empty? }.join(", ")
    [company[:address], [town, company[:zip]].join(" ").strip, company[:phone]].reject do |text|
        text.to_s.empty?
      end
      .each { |line| say line }
    quiet "Please say #{@row[:number]} with your payment."
  end

  def pay_factor
    title "Pay to"
    say @value.factor
    quiet "#{@row[:number]} is sold and assigned to #{@value.factor}: only what is paid to them pays it."
  end

  def caption(paper)
    load = @value.loads.find { |row| row[:id] == paper[:load_id] }
    words = Core::Billing::Ready::PAPER[paper[:kind]] || paper[:kind].tr("_", " ")
    ["#{words.capitalize} of #{load[:number]}", paper[:signer] && "signed by #{paper[:signer]}"].compact.join(
      ", "
    )
  end
end
