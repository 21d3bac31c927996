# frozen_string_literal: true

# The mail that goes with an offer: written for who sends it to look at, and sent as he left it.
module Work::Market::OfferLetter
  L = Core::Market::Letter
  US = %i[name phone usdot_number carrier_number].freeze

  # { to:, subject:, body: } for a posting at a price. by - who signs. Raises Store::NotFound.
  def self.draft(posting_id, amount_cents, note, by:)
    row = Store::Market::Looking.posting(posting_id) or raise Store::NotFound.new("posting", posting_id)
    us = L::Us.new(**Store::Company.row.slice(*US).transform_values(&:to_s))
    { to: row[:broker_email].to_s, **L.write(us, by.name, freight(row), amount_cents:, note:) }
  end

  # Within the act of an offer. row - of its posting with broker. Raises Refused `no_address`.
  def self.send(offer_id, row, letter, now)
    to = row[:broker_email].to_s
    if to.empty?
      raise Refused.new("no_address", "The register knows no mail address of theirs.", path: "/letter")
    end

    offer = Store::Market::Offers.row(offer_id)
    subject, body = letter.values_at(:subject, :body).map { |text| L.signed(text.strip, offer[:reference]) }
    Store::Market::Offers.at(offer_id).update(mailed_to: to, letter: "#{subject}\n\n#{body}")
    Jobs::SendMail.write(to, subject.lines.first.strip, body, now)
  end

  def self.freight(row)
    zone = row[:origin_zone] && TZInfo::Timezone.get(row[:origin_zone])
    times =
      row.values_at(:opens_at, :closes_at).compact.map { |at| Core::Spoken.zoned(zone.to_local(at)) } if zone
    L::Freight.new(
      reference: row[:reference],
      lane: Work::Market::Posted.ends(row).join(" to "),
      pickup: times&.any? ? times.join(" to ") : nil,
      trailer: row[:trailer_kind].to_s.tr("_", " ")
    )
  end
  private_class_method :freight
end
