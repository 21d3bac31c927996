# frozen_string_literal: true

# What the bill of a delivered load still waits for, and whose move it is.
module Core::Billing::Ready
  # cancelled - the truck was ordered and not used: there are no papers of it
  # papers - kinds that came in; wanted - kinds that the customer asks for, empty for a proof of delivery of any kind
  # detention_open - a charge for it is proposed and nobody has decided
  # diesel_lacking_on - Date of the week whose price of diesel the fuel surcharge wants, nil where it has it
  # price_by_weight, weight_lb - of its freight; delivered_at, detained_at - Time, nil where nobody knows
  Facts =
    Value.of(
      :cancelled,
      :papers,
      :wanted,
      :detention_open,
      :diesel_lacking_on,
      :price_by_weight,
      :weight_lb,
      :total_cents,
      :delivered_at,
      :detained_at
    )
  # whose - driver, dispatcher or biller; since - Time or nil; act - what helps, nil where only a person's head does
  Wait = Value.of(:code, :text, :whose, :since, :act)

  # As people call them.
  PAPER = {
    "bol" => "bill of lading",
    "pod" => "proof of delivery",
    "scale_ticket" => "scale ticket",
    "lumper_receipt" => "lumper receipt",
    "temperature_record" => "temperature record",
    "rate_confirmation" => "rate confirmation"
  }.freeze
  # Those a customer may ask for with his bills.
  PAPERS = PAPER.keys.freeze

  def self.waits(facts) = [*papers(facts), *detention(facts), *diesel(facts), *weight(facts), *nothing(facts)]

  # What a load's own page says in other words (Core::Freight::Readiness).
  SAID_AS = { "paper_bol" => "papers", "paper_pod" => "papers", "weight" => "weight" }.freeze

  # Of waits those that are not said yet by some of a load's findings. codes - theirs
  def self.beside(waits, codes) = waits.reject { |wait| codes.include?(SAID_AS[wait.code]) }

  # Kinds that are wanted and not in.
  def self.lacking(papers, wanted)
    return Core::Freight::Papers.in?(papers) ? [] : %w[bol] if wanted.empty?

    wanted - papers
  end

  def self.papers(facts)
    return [] if facts.cancelled

    lacking(facts.papers, facts.wanted).map do |kind|
      text =
        if facts.wanted.empty?
          "No bill of lading or proof of delivery is in."
        else
          "The customer asks for a #{PAPER.fetch(kind)}, and none is in."
        end
      Wait.new(code: "paper_#{kind}", text:, whose: "driver", since: facts.delivered_at, act: "ask_driver")
    end
  end

  def self.detention(facts)
    return [] unless facts.detention_open

    text = "Detention is proposed, and nobody has decided what is charged."
    [
      Wait.new(
        code: "detention",
        text:,
        whose: "dispatcher",
        since: facts.detained_at,
        act: "settle_detention"
      )
    ]
  end

  def self.diesel(facts)
    return [] unless facts.diesel_lacking_on

    week = Core::Spoken.date(facts.diesel_lacking_on)
    text = "The fuel surcharge wants the price of diesel for the week of #{week}, and it is not in."
    [Wait.new(code: "diesel_price", text:, whose: "biller", since: facts.delivered_at, act: "take_diesel")]
  end

  def self.weight(facts)
    return [] unless facts.price_by_weight && facts.weight_lb.zero?

    text = "The price is by weight, and no freight line has a weight."
    [Wait.new(code: "weight", text:, whose: "biller", since: facts.delivered_at, act: nil)]
  end

  def self.nothing(facts)
    return [] if facts.total_cents.positive? || (facts.price_by_weight && facts.weight_lb.zero?)

    [
      Wait.new(
        code: "no_price",
        text: "It has no price.",
        whose: "dispatcher",
        since: facts.delivered_at,
        act: nil
      )
    ]
  end
  private_class_method :papers, :detention, :diesel, :weight, :nothing
end
