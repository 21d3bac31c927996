# frozen_string_literal: true

# What partners are mailed.
module Work::Partners::Letters
  # offer - row with the partner's name and email. Only towns, days and the price: the rest follows a yes.
  def self.offered(offer, load, now)
    by = Core::Spoken.zoned(Store::Company.zone.to_local(offer[:answer_by]))
    write(
      offer,
      "A load for you: #{load[:origin]} to #{load[:destination]}",
      "#{company} offers you a load from #{load[:origin]} to #{load[:destination]} at " \
        "#{Core::Spoken.dollars(Money.cents(offer[:price]))}.\n\nLook at it, and answer by #{by}:\n#{link(offer)}",
      now
    )
  end

  def self.gone(offer, now) =
    write(
      offer,
      "That load is gone",
      "the load that we offered you is no longer to be had. Thank you all the same.",
      now
    )

  def self.answered(offer, words, now) = write(offer, "Your price", "#{words}\n\n#{link(offer)}", now)

  # trip - row of Store::Partners.trip; content - the PDF
  def self.confirmed(trip, number, content, now)
    offer = Store::Partners::Offers.row(trip[:offer_id])
    load = Store::Freight.load(trip[:load_id])
    again = number > 1 ? " (changed, version #{number}; it takes the place of the one before)" : ""
    write(
      { **trip, **offer.slice(:salt) },
      "Load confirmation #{load[:number]}#{" version #{number}" if number > 1}",
      "with this mail comes the confirmation of #{load[:number]}#{again}, with all that your driver needs.\n\n" \
        "Tell us who drives, and send your bill, here:\n#{link(offer)}",
      now,
      attachment: {
        name: "confirmation-#{load[:number]}-#{number}.pdf",
        content:
      }
    )
  end

  def self.called_off(trip, now)
    load = Store::Freight.load(trip[:load_id])
    write(
      trip,
      "Load #{load[:number]} is called off",
      "#{load[:number]} (#{load[:origin]} to #{load[:destination]}) is called off: please do not haul it. " \
        "The confirmation that you have no longer holds.",
      now
    )
  end

  def self.bill_refused(bill, partner, now) =
    write(
      partner,
      "Your bill #{bill[:number]}",
      "we cannot pay your bill #{bill[:number]} as it is: #{bill[:why]}",
      now
    )

  def self.paid(payment, partner, numbers, now)
    how = payment[:how] == "ach" ? "by direct deposit" : "by check #{payment[:reference]}".strip
    dollars = Core::Spoken.dollars(Money.cents(payment[:amount]))
    day = Core::Spoken.date(payment[:paid_on])
    words = "#{dollars} has left us on #{day} #{how}, for #{numbers.join(", ")}."
    write(partner, "We have paid you #{dollars}", words, now)
  end

  def self.company = Store::Company.row[:name]
  def self.link(offer) = "#{Settings.public_url}/tender##{Store::Partners.token(offer[:salt])}"

  # Who has no address in the record hears nothing by mail.
  def self.write(to, subject, words, now, attachment: nil)
    return if to[:email].to_s.empty?

    Jobs::SendMail.write(to[:email], subject, "#{to[:name]},\n\n#{words}\n\n#{company}", now, attachment:)
  end
  private_class_method :company, :link, :write
end
