# frozen_string_literal: true

# Makes a booked load of an offer that was accepted, or of a counter that we take: with all facts and references, its
# broker among the customers.
module Work::Market::BookOffer
  # Returns the load's id. Raises Refused `offer_not_accepted`, `poster_blocked`.
  def self.call(id, input, by:, now:)
    Work::Act.once(input[:key], "book_offer", by:, now:, input: Work::Act.plain(input.merge(id:))) do |act|
      offer = Store::Market::Offers.lock(id) or raise Store::NotFound.new("offer", id)
      row = Store::Market::Looking.posting(offer[:posting_id])
      amount = agreed(offer)
      Work::Market::Poster.check(row, "/version")
      load_id =
        Work::Freight::BookLoad.write(
          act,
          load(row, offer, amount, customer(row, act)),
          { offer: [nil, offer[:reference]] }
        )
      Store::Market::Offers.change(offer, state: "booked", load_id:)
      act.changed("offer", id, { state: [offer[:state], "booked"] })
      load_id
    end
  end

  # The price that both have said yes to.
  def self.agreed(offer)
    case offer[:state]
    when "accepted"
      offer[:amount]
    when "countered"
      offer[:counter]
    else
      raise Refused.new(
              "offer_not_accepted",
              "#{offer[:reference]} is #{offer[:state]}: only what was accepted is booked.",
              path: "/version"
            )
    end
  end

  def self.load(row, offer, amount, customer_id)
    {
      customer_id:,
      size: row[:size],
      trailer_kind: row[:trailer_kind],
      notes: [
        "Posted as #{row[:reference]}.",
        row[:note],
        offer[:note],
        *Work::Market::Confirmed.differences(offer, row).map { |said| "Rate confirmation: #{said}" }
      ].reject(&:empty?).join(" "),
      stops: stops(row),
      references: [{ kind: "other", value: row[:reference] }, { kind: "other", value: offer[:reference] }],
      freight: row[:weight_lb] ? [{ what: "Freight as posted", weight_lb: row[:weight_lb] }] : [],
      price: {
        kind: "flat",
        rate: Money.dollars_text(amount),
        confirmed_total: Money.dollars_text(amount),
        accessorials: []
      }
    }
  end

  def self.stops(row)
    [
      ["pickup", "origin", row[:opens_at], row[:closes_at]],
      ["delivery", "destination", nil, row[:deliver_by]]
    ].map { |kind, side, from, to| { kind:, where: row[:"#{side}_zip"], from:, to: } }
  end

  # The broker as a customer who pays: the one it is linked with, or a new one.
  def self.customer(row, act)
    return row[:broker_customer_id] if row[:broker_customer_id]

    id = Store::Fleet::Customers.where(name: row[:broker_name]).get(:id) || add_customer(row, act)
    Store::Market::Brokers.at(row[:broker_id]).update(customer_id: id)
    id
  end

  def self.add_customer(row, act)
    id =
      Store::Fleet::Customers.insert(
        name: row[:broker_name],
        phone: row[:broker_phone],
        email: row[:broker_email]
      )
    act.changed("customer", id, { name: [nil, row[:broker_name]] })
    id
  end
  private_class_method :agreed, :load, :stops, :customer, :add_customer
end
