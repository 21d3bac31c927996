# frozen_string_literal: true

# The confirmation that a partner carrier gets of a load: what it hauls, where and when, for how much, and on what terms
# it was taken. Who pays us for it does not stand on it.
class Papers::CarrierConfirmation < Papers::Letter
  # value - Reads::Partners::Confirmation::Value
  def initialize(value)
    @value = value
    super(name)
  end

  def render
    head
    parties
    stops
    freight
    pay
    terms
    number_pages name
    @pdf.render
  end

  private

  def trip = @value.trip
  def load = @value.load
  def name = "Load confirmation #{load[:number]}, version #{trip[:version]}"
  def money(dollars) = Core::Spoken.dollars(Money.cents(dollars))

  def head
    quiet @value.company[:name]
    headline "Load confirmation #{load[:number]}"
    say "Version #{trip[:version]}#{", in the place of all before it" if trip[:version] > 1}. " \
          "#{load[:origin]} to #{load[:destination]}, trip #{trip[:number]}",
        size: 11
  end

  def parties
    title "Between"
    company, partner = @value.company, @value.partner
    broker = @value.rules[:broker_number]
    table(
      [
        [
          ours(company, broker),
          [
            partner[:name],
            "Authority #{partner[:authority_number]}",
            partner[:usdot_number].empty? ? nil : "USDOT #{partner[:usdot_number]}",
            partner[:phone]
          ].compact.join("\n")
        ]
      ]
    )
  end

  def ours(company, broker) =
    [company[:name], broker.empty? ? nil : "Broker authority #{broker}", company[:phone].to_s].compact.join(
      "\n"
    )

  def stops
    title "Stops"
    rows =
      @value
        .stops
        .map
        .with_index(1) do |stop, i|
          [
            i.to_s,
            stop[:kind].capitalize,
            where(stop),
            window(stop),
            [stop[:reference], stop[:notes]].compact.join("\n")
          ]
        end
    table(
      rows,
      head: ["", "", "Where", "Appointment", "To know"],
      column_widths: {
        0 => 20,
        1 => 56,
        3 => 112
      }
    )
  end

  def where(stop) =
    [stop[:name], stop[:address], "#{stop[:town]}, #{stop[:state]} #{stop[:zip]}"].compact
      .reject(&:empty?)
      .join("\n")

  def window(stop)
    zone = TZInfo::Timezone.get(stop[:zone])
    said = stop.values_at(:from_at, :to_at).compact.map { |at| Core::Spoken.zoned(zone.to_local(at)) }
    said.empty? ? "By agreement" : said.join(" to\n")
  end

  def freight
    title "Freight"
    table(
      @value.freight.map do |line|
        pieces = line[:pieces] ? "#{line[:pieces]} #{line[:unit]}" : ""
        [line[:what], pieces, line[:weight_lb] ? Core::Spoken.pounds(line[:weight_lb]) : ""]
      end,
      right: [2]
    )
    wanted.each { |text| say text }
    said = @value.references.map { |row| Core::Spoken.reference(row[:kind], row[:value]) }
    quiet "References: #{said.join(", ")}" if said.any?
    say load[:driver_notes] unless load[:driver_notes].empty?
  end

  def wanted
    low, high = load.values_at(:temperature_low_f, :temperature_high_f)
    kept = [low, high].compact.uniq.join(" to ")
    [
      load[:trailer_kind] && "Trailer: #{load[:trailer_kind].tr("_", " ")}",
      ("Tarps" if load[:tarps]),
      ("Team" if load[:team_needed]),
      ("Kept at #{kept} F" unless kept.empty?)
    ].compact
  end

  def pay
    title "What you are paid"
    table(@value.costs.map { |row| [row[:label], money(row[:amount])] }, right: [1])
    @pdf.move_down 6
    sum = @value.costs.sum(BigDecimal(0)) { |row| row[:amount] }
    say "Total: #{money(sum)}", size: 13, style: :bold, align: :right
    days = @value.partner[:terms_days]
    quiet "Paid #{days} days after your bill and the signed bill of lading are here."
  end

  def terms
    title "Terms (version #{trip[:terms_version]})"
    trip[:terms].lines.map(&:strip).reject(&:empty?).each { |line| say line, size: 9 }
    @pdf.move_down 8
    zone = Store::Company.zone
    say "Accepted by #{trip[:accepted_by]} for #{trip[:name]} on " \
          "#{Core::Spoken.zoned(zone.to_local(trip[:accepted_at]))} (#{trip[:accepted_from]})."
  end
end
