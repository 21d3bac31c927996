# frozen_string_literal: true

# Partner carriers: may one haul a load, what is it to cost, who is asked next, and is what they bill what was agreed.
module Core::Partners
  # kind - of INSURANCES; from_on - the first day that is covered, expires_on - the first that is not
  Insurance = Value.of(:kind, :limit_cents, :insurer, :policy, :from_on, :expires_on)
  # What the register of authority and insurance says. authority - `active`, `inactive` or `revoked`; safety_rating - of
  # RATINGS; insurances - Array of Insurance, as the insurers filed them
  Registered = Value.of(:authority, :since_on, :safety_rating, :phone, :address, :insurances)
  # registered - Registered, or nil where the register does not know the number; checked_at - nil where it was never
  # asked
  Partner =
    Value.of(
      :name,
      :phone,
      :address,
      :trailer_kinds,
      :agreement_on,
      :w9_on,
      :stopped_why,
      :bank_changed_on,
      :address_changed_on,
      :taken_on_on,
      :insurances,
      :registered,
      :checked_at
    )
  # What is to be hauled. first_on, last_on - days, nil without appointments; value_cents - of the freight, nil where
  # nobody told it
  Freight = Value.of(:first_on, :last_on, :value_cents, :trailer_kind, :hazmat, :oversize)
  # What is asked of partners. law - { general_cents:, hazardous_cents: } of auto liability (data/partners); the others
  # are the company's own; general_least_cents - nil for none
  Rules =
    Value.of(
      :auto_least_cents,
      :cargo_least_cents,
      :general_least_cents,
      :authority_days,
      :changed_days,
      :broker_number,
      :law
    )
  # effect - `block` or `warn`
  Finding = Value.of(:code, :effect, :text)

  INSURANCES = {
    "auto_liability" => "Auto liability",
    "cargo" => "Cargo",
    "general_liability" => "General liability"
  }.freeze
  # 49 CFR 385.3, and the carrier that was never rated
  RATINGS = {
    "satisfactory" => "satisfactory",
    "conditional" => "conditional",
    "unsatisfactory" => "unsatisfactory",
    "unrated" => "not rated"
  }.freeze
  # Cost categories.
  COSTS = {
    "line_haul" => "Line haul",
    "fuel" => "Fuel surcharge",
    "detention" => "Detention",
    "layover" => "Layover",
    "lumper" => "Lumper",
    "tarps" => "Tarps",
    "stop_off" => "Extra stop",
    "not_used" => "Truck ordered, not used",
    "other" => "Other"
  }.freeze
  # What the register said is good for so long.
  CHECK_SECONDS = 24 * 3600

  # May a partner haul this freight as things stand?
  #
  # partner - Partner; freight - Freight; rules - Rules; as_of - Time; today - the day it is at home then
  # Returns Array of Finding, what blocks first. Source: 49 CFR 387.9 (auto liability), 385.13 (unsafe carriers), 49 USC
  # 13901 (authority, brokers); the rest is common practice.
  def self.judge(partner, freight, rules:, as_of:, today:) =
    Judge
      .new(partner, freight, rules, as_of, today)
      .findings
      .sort_by
      .with_index { |one, i| [one.effect == "block" ? 0 : 1, i] }

  # Of what is found, what matters once a partner hauls: what was asked for beforehand does not.
  BEFOREHAND = %w[not_checked check_old unknown no_agreement].freeze
  def self.unfit(findings) = findings.select { |one| one.effect == "block" && !BEFOREHAND.include?(one.code) }

  # Cents that a lane of the partner's own list asks for a way; nil where none fits. Towns before states, the lowest of
  # what says as much.
  #
  # lanes - Array of { from:, to:, kind: `flat` or `per_mile`, rate: decimal text }; origin, destination - "Town, ST"
  def self.lane_cents(lanes, origin:, destination:, miles:)
    priced =
      lanes.filter_map do |lane|
        exact = [[lane[:from], origin], [lane[:to], destination]].map { |said, is| exactness(said, is) }
        next if exact.any?(&:nil?) || (lane[:kind] == "per_mile" && miles.nil?)

        rate = BigDecimal(lane[:rate])
        [-exact.sum, Core::Money.cents(lane[:kind] == "flat" ? rate : rate * miles)]
      end
    priced.min&.last
  end

  def self.exactness(said, is)
    return 2 if said.casecmp?(is)

    said.casecmp?(is[/[A-Z]{2}\z/].to_s) ? 1 : nil
  end
  private_class_method :exactness

  # What is agreed and what is billed. quick_pay - percent, nil where none is asked for
  # Returns { status: `approved` or `differs`, difference_cents:, discount_cents: }
  def self.bill(agreed_cents:, billed_cents:, quick_pay_percent: nil)
    discount =
      quick_pay_percent ? Core::Money.cents(BigDecimal(billed_cents) * quick_pay_percent / 10_000) : 0
    difference = billed_cents - agreed_cents
    {
      # Who bills less than was agreed is paid what he bills.
      status: difference.positive? ? "differs" : "approved",
      difference_cents: difference,
      discount_cents: discount
    }
  end

  # What is left for us of what a load brings.
  def self.left_cents(total_cents, price_cents) = total_cents - price_cents

  OVER = %w[declined cancelled].freeze

  # How an offer stands to whoever has its link: of OFFERED by the status that is kept, `expired` a moment before that
  # is written down, `called_off` where the trip that came of it is no more. trip_status - nil before a yes
  def self.standing(offer_status, answer_by:, trip_status:, as_of:)
    return OVER.include?(trip_status) ? "called_off" : "accepted" if trip_status

    offer_status == "sent" && answer_by <= as_of ? "expired" : offer_status
  end

  # What a partner may do by its link. standing - as above; owed - is anything agreed on?; bill - status of the one
  # there is, or nil
  def self.may(standing, trip_status:, owed:, bill:)
    return ["answer"] if standing == "sent"

    [
      ("name_driver" if driven?(trip_status)),
      ("bill" if owed && ["delivered", *OVER].include?(trip_status) && [nil, "refused"].include?(bill))
    ].compact
  end

  def self.driven?(trip_status) = %w[accepted rolling].include?(trip_status)
  private_class_method :driven?

  # What dispatch may do with a load that no truck has, with one offer, with a trip that a partner hauls, and what a
  # clerk may with its bill. tender, bill - statuses, nil where there is none
  def self.load_acts(load_status, tender)
    return [] unless load_status == "open"

    tender == "open" ? ["take_back"] : ["offer"]
  end

  def self.offer_acts(status, tender)
    tender == "open" ? { "sent" => ["note"], "countered" => ["settle"] }.fetch(status, []) : []
  end

  def self.trip_acts(trip_status, bill) =
    [("agree" if [nil, "differs"].include?(bill)), ("name_driver" if driven?(trip_status))].compact

  def self.bill_acts(status) = { "differs" => ["answer"], "approved" => ["pay"] }.fetch(status, [])

  # An offer of a tender. status - waiting, sent, countered, accepted, refused, expired, withdrawn or lost; answer_by
  # - Time or nil
  Offer = Value.of(:id, :position, :status, :answer_by)
  # expired, sent - ids of offers that now become so; over - is nobody left who could say yes?
  Steps = Value.of(:expired, :sent, :over)

  # What becomes of a tender by itself: who did not answer in time is passed over, and the next one is asked, or all at
  # once. Whoever asks for another price keeps the turn until dispatch has answered.
  #
  # way - `in_order` or `at_once`; offers - Array of Offer
  def self.steps(way, offers, as_of:)
    expired = offers.select { |one| one.status == "sent" && one.answer_by <= as_of }
    live = offers.select { |one| %w[sent countered].include?(one.status) } - expired
    waiting = offers.select { |one| one.status == "waiting" }.sort_by(&:position)
    sent =
      if way == "at_once"
        waiting
      else
        live.empty? ? waiting.first(1) : []
      end
    Steps.new(expired: expired.map(&:id), sent: sent.map(&:id), over: (live + sent).empty?)
  end

  # What a partner did for us. stops - with an appointment; on_time - of them; offers - that were answered or ran out;
  # cost_cents, lane_cents - of loads whose lane has a price
  Score =
    Value.of(:trips, :stops, :on_time, :offers, :accepted, :called_off, :claims, :cost_cents, :lane_cents) do
      # Nil where there is nothing to tell it from.
      def on_time_percent = stops.zero? ? nil : Rational(on_time * 100, stops).round(half: :up)
      def accepted_percent = offers.zero? ? nil : Rational(accepted * 100, offers).round(half: :up)
      # Percent above (or below) what the lanes cost.
      def above_lane_percent =
        lane_cents.zero? ? nil : Rational((cost_cents - lane_cents) * 100, lane_cents).round(half: :up)
    end
end
