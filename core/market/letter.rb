# frozen_string_literal: true

# The mail that goes with an offer, as it is first shown to who sends it.
module Core::Market::Letter
  # name, phone, usdot_number, carrier_number - of us, empty where they are not known
  Us = Value.of(:name, :phone, :usdot_number, :carrier_number)
  # reference - of the posting; lane - "Boise, ID to Ogden, UT"; pickup - in words, or nil; trailer - in words
  Freight = Value.of(:reference, :lane, :pickup, :trailer)
  # Stands for our reference until there is one.
  REFERENCE = "{our reference}"

  # Returns { subject:, body: }.
  def self.write(us, person, freight, amount_cents:, note: "")
    {
      subject: "#{freight.lane}, #{freight.reference}: our offer #{REFERENCE}",
      body: [
        "#{us.name} offers #{Core::Spoken.dollars(amount_cents)} all in for #{freight.reference}, #{freight.lane}.",
        freight.pickup && "Pickup #{freight.pickup}.",
        "We send a #{freight.trailer}. Our reference: #{REFERENCE}.",
        (note unless note.empty?),
        "",
        *signature(us, person)
      ].compact.join("\n")
    }
  end

  # With our reference put where it belongs, or at the end where nobody left room for it.
  def self.signed(text, reference) =
    text.include?(REFERENCE) ? text.gsub(REFERENCE, reference) : "#{text}\n\nOur reference: #{reference}"

  def self.signature(us, person) =
    [
      person,
      us.name,
      ("USDOT #{us.usdot_number}" unless us.usdot_number.empty?),
      (us.carrier_number unless us.carrier_number.empty?),
      (us.phone unless us.phone.empty?)
    ].compact
  private_class_method :signature
end
