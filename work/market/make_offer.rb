# frozen_string_literal: true

# Offers our price on a posting. One company makes one offer for the same freight: whoever is second hears who is on it.
module Work::Market::MakeOffer
  # input - posting_id, amount, note, driver_id (may be nil), letter ({ subject:, body: }, may be nil), key. Returns the
  # id.
  # Raises Refused `offer_out`, `posting_gone`, `poster_blocked`, `posting_doubtful`, `wrong_amount`; Store::NotFound.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "make_offer", by:, now:, input: Work::Act.plain(input)) do |act|
      row = Store::Market::Looking.posting(input[:posting_id]) or
        raise Store::NotFound.new("posting", input[:posting_id])
      refuse_amount(input)
      refuse_gone(row)
      refuse_doubtful(row)
      Work::Market::Poster.check(row, "/posting_id")
      id = insert(row, input, by, now)
      act.changed(
        "offer",
        id,
        { posting: [nil, row[:reference]], amount: [nil, input[:amount]], broker: [nil, row[:broker_name]] },
        why: input[:note]
      )
      Jobs::SendOffer.enqueue(offer_id: id) unless row[:service] == Core::Market::SHEET
      Work::Market::OfferLetter.send(id, row, input[:letter], now) if input[:letter]
      id
    end
  end

  def self.insert(row, input, by, now)
    Store::Market::Offers.insert(
      **input.slice(:posting_id, :amount, :driver_id),
      note: input[:note].to_s.strip,
      broker_id: row[:broker_id],
      freight_key: row[:freight_key],
      reference: "MK-#{Store::Market::Offers.next_number}",
      made_by: by.name,
      made_by_ref: by.ref,
      made_at: now
    )
  rescue *Work::Act::BROKEN => e
    raise unless Work::Act.broken_constraint(e) == "offers_one_for_the_freight"

    raise Refused.new(
            "offer_out",
            "Somebody has just made an offer for this freight: look again.",
            path: "/posting_id"
          )
  end

  def self.refuse_amount(input)
    if input[:driver_id] && Store::Fleet::Drivers.at(input[:driver_id]).empty?
      raise Store::NotFound.new("driver", input[:driver_id])
    end
    return if Core::Market.offer?(Money.parse_cents(input[:amount].to_s))

    raise Refused.new("wrong_amount", Core::Market::OFFERS, path: "/amount")
  end

  def self.refuse_gone(row)
    other = Store::Market::Offers.of_freight(row[:freight_key]).first
    if other
      raise Refused.new(
              "offer_out",
              "#{other[:made_by]} has offered #{Money.dollars_text(other[:amount])} dollars for this freight already.",
              path: "/posting_id",
              details: {
                made_by: other[:made_by],
                made_at: other[:made_at].iso8601
              }
            )
    end
    return unless row[:gone_at]

    raise Refused.new(
            "posting_gone",
            "#{row[:reference]} is gone: somebody has it, or it was taken down.",
            path: "/posting_id"
          )
  end

  def self.refuse_doubtful(row)
    return if row[:doubts].empty?

    raise Refused.new(
            "posting_doubtful",
            "#{row[:doubts].join(" ")} Ring before you offer.",
            path: "/posting_id"
          )
  end

  private_class_method :insert, :refuse_gone, :refuse_doubtful, :refuse_amount
end
