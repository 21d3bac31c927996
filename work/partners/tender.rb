# frozen_string_literal: true

# Offers a load to partners: to one, to several in an order with time to answer, or to all at once, where the first who
# says yes has it.
module Work::Partners::Tender
  # input - { key:, way: in_order or at_once, answer_minutes:, freight_value: decimal text or nil, why: for going past
  # what blocks, offers: [{ partner_id:, price: decimal text }] }.
  # Returns the load's id.
  # Raises Refused `not_open`, `tendered`, `stop_time_missing`, `twice`, `unknown_partner`, `partner_blocked` with the
  # findings.
  def self.make(load_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "tender_load",
      by:,
      now:,
      input: Work::Act.plain(input.merge(load_id:))
    ) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      check(load, input)
      load = valued(load, input[:freight_value])
      judge(load, input, now)
      told = { made_by: by.name, made_at: now, **input.slice(:way, :answer_minutes) }
      tender_id = Store::Partners::Tenders.insert(load_id:, **told)
      input[:offers].each_with_index { |offer, position| write(tender_id, offer, position, input[:why]) }
      Work::Partners::Turns.step(tender_id, now)
      act.changed("load", load_id, { offered_to: [nil, said(tender_id)] }, why: input[:why])
      load_id
    end
  end

  # Takes all of it back: whoever was asked is told. Returns the load's id.
  def self.take_back(load_id, input, by:, now:)
    Work::Act.once(input[:key], "take_tender_back", by:, now:, input: input.merge(load_id:)) do |act|
      Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      if Work::Partners::Turns.withdraw(load_id, now:)
        act.changed("load", load_id, { offered_to: ["partners", nil] }, why: input[:why])
      end
      load_id
    end
  end

  # The load with what its freight is worth. dollars - decimal text, or nil for what nobody told
  def self.valued(load, dollars)
    value = dollars && BigDecimal(dollars)
    return load if value == load[:freight_value]

    Store::Freight::Loads.change(load, freight_value: value)
    Store::Freight.load(load[:id])
  end

  def self.check(load, input)
    unless load[:status] == "open"
      raise Refused.new(
              "not_open",
              "This load is #{load[:status].tr("_", " ")}: only an open one is offered.",
              path: ""
            )
    end
    if Store::Partners.open_tender(load[:id]).any?
      raise Refused.new("tendered", "It is offered to partners already: take that back first.", path: "")
    end

    # Raises `stop_time_missing` where nobody has said when.
    Work::Freight::TripPlan.new(load[:id]).span
    ids = input[:offers].map { |offer| offer[:partner_id] }
    raise Refused.new("twice", "A partner stands here twice.", path: "/offers") if ids.uniq != ids

    known = Store::Partners::Partners.at(ids).select_map(:id)
    at = ids.index { |id| !known.include?(id) } or return
    raise Refused.new("unknown_partner", "There is no such partner.", path: "/offers/#{at}/partner_id")
  end

  def self.judge(load, input, now)
    return unless input[:why].to_s.strip.empty?

    ids = input[:offers].map { |offer| offer[:partner_id] }
    findings = Store::Partners::Facts.findings(load, now, ids:)
    ids.each_with_index do |id, at|
      blocks = findings.fetch(id).select { |one| one.effect == "block" }
      next if blocks.empty?

      raise Refused.new(
              "partner_blocked",
              "#{blocks.map(&:text).join(" ")} To offer it all the same, say why.",
              path: "/offers/#{at}/partner_id",
              details: {
                reasons: blocks.map(&:to_h)
              }
            )
    end
  end

  def self.write(tender_id, offer, position, why)
    salt = SecureRandom.hex(16)
    Store::Partners::Offers.insert(
      tender_id:,
      partner_id: offer[:partner_id],
      position:,
      price: BigDecimal(offer[:price]),
      salt:,
      token_digest: Store::Partners.digest(Store::Partners.token(salt)),
      why: why.to_s.strip.then { |text| text unless text.empty? }
    )
  end

  def self.said(tender_id) =
    Store::Partners
      .offers(tender_id)
      .all
      .map { |one| "#{one[:name]} (#{Money.rate_text(one[:price])})" }
      .join(", ")
  private_class_method :valued, :check, :judge, :write, :said
end
