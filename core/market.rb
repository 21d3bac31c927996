# frozen_string_literal: true

# Freight that others post: what of it can be believed, who posts it, and what to ask for it.
module Core::Market
  # What matters of a posting for believing it. opens_at, closes_at, deliver_by - Time or nil; rate_cents - nil where
  # a price is not posted; weight - Integer pounds, nil where nobody says, or the text that was meant for one
  Facts =
    Value.of(
      :opens_at,
      :closes_at,
      :deliver_by,
      :rate_cents,
      :weight,
      :origin_known,
      :destination_known,
      :trailer_known
    )
  # One posting as it is by now. raw_weight - as it was sent; state - live or gone
  Posting =
    Value.of(
      :reference,
      :revision,
      :state,
      :at,
      :posted_at,
      :poster,
      :origin,
      :destination,
      :pickup_from,
      :pickup_to,
      :deliver_by,
      :trailer_kind,
      :size,
      :raw_weight,
      :length_ft,
      :rate_cents,
      :note
    )
  # Who posts. authority - active, pending or revoked; credit_score - 0 to 100 or nil
  Poster = Value.of(:name, :authority, :bond_dollars, :credit_score, :days_to_pay)
  # code, effect (block or warn), text - a sentence to read out
  Reason = Value.of(:code, :effect, :text, :source)
  # What an offer comes to. loaded_tenths, deadhead_tenths - of a mile; floor_cents - what the run costs
  Price =
    Value.of(
      :amount_cents,
      :per_loaded_mile_cents,
      :per_mile_cents,
      :floor_cents,
      :margin_cents,
      :deadhead_cents
    )

  # A price under this is none: it is typed where a service wants one and the poster wants a call.
  LEAST_RATE_CENTS = 50_00
  # 23 CFR 658.17(b) lets 80,000 lb on the Interstates: no freight in one posting weighs more than that.
  MOST_WEIGHT_LB = 80_000

  # Why a posting cannot be judged as it stands: Array of sentences, empty where it can.
  def self.doubts(facts) = Doubts.new(facts).sentences

  # What speaks against doing business with a poster: Array of Reason, the blocking ones first.
  # effects - what the company has a rule do, by code, where that is not the usual
  def self.standing(poster, effects: {}) = Standing.reasons(poster, effects)

  # What a price is, against what the run costs.
  #
  # cost_cents - of the whole run; deadhead_tenths - empty miles before the pickup and, by the caller's choice, those
  # after the delivery
  def self.price(amount_cents, cost_cents:, loaded_tenths:, deadhead_tenths:)
    tenths = loaded_tenths + deadhead_tenths
    Price.new(
      amount_cents:,
      per_loaded_mile_cents: per_mile(amount_cents, loaded_tenths),
      per_mile_cents: per_mile(amount_cents, tenths),
      floor_cents: cost_cents,
      margin_cents: amount_cents - cost_cents,
      deadhead_cents: tenths.zero? ? 0 : Rational(cost_cents * deadhead_tenths, tenths).round(half: :up)
    )
  end

  # Cents a mile, nil where there is none.
  def self.per_mile(cents, tenths) = tenths.zero? ? nil : Rational(cents * 10, tenths).round(half: :up)

  # Most that an offer may come to: no freight pays ten million dollars, and a slip of the keys does.
  MOST_OFFER_CENTS = 9_999_999_99
  OFFERS = "An offer is a price between a cent and ten million dollars."
  def self.offer?(amount_cents) = amount_cents.between?(1, MOST_OFFER_CENTS)

  # What a poster reads: who offers what for which posting, under which number of ours.
  def self.offer_text(company:, amount_cents:, posting:, reference:, note:)
    [
      "#{company} offers #{Core::Spoken.dollars(amount_cents)} for #{posting}. Our reference: #{reference}.",
      note
    ].reject(&:empty?).join(" ")
  end

  # What an answer to an offer makes of it. answer - accepted, countered or lost; returns the state, which is as it was
  # where the offer is settled already: an answer may come twice, or late.
  def self.answered(state, answer) = SETTLED.include?(state) ? state : answer
  SETTLED = %w[withdrawn booked lost].freeze
  ANSWERS = %w[accepted countered lost].freeze
  # Some offers are never answered: nobody asks for an answer after so long. Our own choice.
  ANSWERED_WITHIN_SECONDS = 3 * 86_400
  # While our offer is in one of these, nobody else of us offers for the same freight.
  HOLDING = %w[sent accepted countered booked].freeze

  # What it means for getting out of a place: postings for each truck that is posted there. A market with over three for
  # each is short of trucks, one with fewer than one short of freight. Our own choice.
  def self.supply(postings, trucks)
    return "even" if trucks.nil?
    return "short_of_trucks" if postings > trucks * SHORT_OF_TRUCKS

    postings < trucks ? "short_of_freight" : "even"
  end
  SHORT_OF_TRUCKS = 3

  # Is a find worth ringing for? What the truck can take, of a poster that nothing blocks, and loses no money; what has no
  # price too, unless so much is asked for. profit_cents - nil without a price; least_cents - nil where nobody says
  def self.worth_telling?(verdict:, poster_blocked:, profit_cents:, least_cents:)
    return false if poster_blocked || !WORTH_TELLING.include?(verdict)

    profit_cents.nil? ? least_cents.nil? : profit_cents >= (least_cents || 0)
  end
  WORTH_TELLING = %w[fits tight].freeze

  # What may be done with an offer in a state. service - where its freight is posted
  def self.may(state, service:) =
    {
      may_withdraw: !SETTLED.include?(state),
      may_book: BOOKABLE.include?(state),
      may_answer: state == "sent" && service == SHEET
    }
  # What came as a sheet: no service hears of our offers for it, and none answers.
  SHEET = "sheet"
  BOOKABLE = %w[accepted countered].freeze
end
