# frozen_string_literal: true

# A partner says yes, no, or names another price; by the link that was mailed, or on the telephone to a dispatcher. Of
# two who say yes in one instant the first has it: the load is held.
class Work::Partners::AnswerOffer
  # input - { key:, name: of who says so, seen: version of the load that was looked at, terms_version: }; from - the
  # address of the network, or how else it came
  # Returns the load's id.
  # Raises Refused `gone`, `too_late`, `changed_since`, `terms_changed`, `papers_first`.
  def self.accept(offer_id, input, from:, by:, now:)
    Work::Act.once(input[:key], "accept_tender", by:, now:, input: plain(offer_id, input)) do |act|
      new(offer_id, input, act).accept(from)
    end
  end

  # input - { key:, name:, note: }
  def self.refuse(offer_id, input, by:, now:)
    Work::Act.once(input[:key], "refuse_tender", by:, now:, input: plain(offer_id, input)) do |act|
      new(offer_id, input, act).refuse
    end
  end

  # input - { key:, name:, counter: decimal text, note: }
  def self.counter(offer_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_other_price", by:, now:, input: plain(offer_id, input)) do |act|
      new(offer_id, input, act).counter
    end
  end

  # Dispatch answers another price. input - { key:, take: }. With a yes the load is theirs: they have said that they
  # haul it for that.
  def self.settle(offer_id, input, by:, now:)
    Work::Act.once(input[:key], "answer_other_price", by:, now:, input: plain(offer_id, input)) do |act|
      new(offer_id, input, act).settle
    end
  end

  # What they said on the telephone. input - { key:, said: yes, no or other_price, name:, note:, counter: }
  # Raises Refused `which_price` too.
  def self.said(offer_id, input, by:, now:)
    case input[:said]
    when "yes"
      accept(offer_id, input, from: "on the telephone to #{by.name}", by:, now:)
    when "no"
      refuse(offer_id, input, by:, now:)
    else
      raise Refused.new("which_price", "Which price do they want?", path: "/counter") if input[:counter].nil?

      counter(offer_id, input, by:, now:)
    end
  end

  def self.plain(offer_id, input) = Work::Act.plain(input.merge(offer_id:))
  private_class_method :plain

  def initialize(offer_id, input, act)
    @input = input
    @act = act
    @now = act.now
    tender_id = Store::Partners::Offers.at(offer_id).get(:tender_id) or
      raise Store::NotFound.new("offer", offer_id)
    # Locks in the one order: load, tender, offer.
    @load = Store::Freight.load_for_change(Store::Partners::Tenders.at(tender_id).get(:load_id))
    @tender = Store::Partners::Tenders.lock(tender_id)
    @offer = Store::Partners::Offers.lock(offer_id)
    @partner = Store::Partners::Partners.row(@offer[:partner_id])
  end

  def accept(from)
    refuse_gone(%w[sent])
    refuse_late
    if @input[:seen] && @input[:seen] != @load[:version]
      raise Refused.new("changed_since", "The load was changed since you looked: look again.", path: "/seen")
    end

    take(from)
  end

  def refuse
    refuse_gone(%w[sent countered])
    note(status: "refused", note: words)
    told({ refused: [nil, @partner[:name]] })
    Work::Partners::Turns.step(@tender[:id], @now)
    @load[:id]
  end

  def counter
    refuse_gone(%w[sent countered])
    note(status: "countered", counter: BigDecimal(@input[:counter]), note: words)
    told({ other_price: [Money.rate_text(@offer[:price]), Money.rate_text(BigDecimal(@input[:counter]))] })
    @load[:id]
  end

  def settle
    refuse_gone(%w[countered])
    return no unless @input[:take]

    Store::Partners::Offers.at(@offer[:id]).update(price: @offer[:counter])
    @offer = Store::Partners::Offers.row(@offer[:id])
    take("their own price, #{@offer[:answered_from]}", name: @offer[:answered_by])
  end

  private

  def no
    Store::Partners::Offers.at(@offer[:id]).update(status: "refused")
    price = Core::Spoken.dollars(Money.cents(@offer[:counter]))
    Work::Partners::Letters.gone(offer_named, @now)
    told({ other_price: [price, "no"] })
    Work::Partners::Turns.step(@tender[:id], @now)
    @load[:id]
  end

  def offer_named = { **@offer, **@partner.slice(:name, :email) }

  def take(from, name: @input[:name])
    rules = Store::Partners.rules
    if @input[:terms_version] && @input[:terms_version] != rules[:terms_version]
      raise Refused.new(
              "terms_changed",
              "Our terms were changed since you looked: read them again.",
              path: "/terms_version"
            )
    end

    refuse_papers
    note(status: "accepted", answered_from: from, answered_by: name.to_s.strip)
    Work::Partners::Turns.close(@tender[:id], "taken", "lost", @now)
    Work::Partners::TakeTrip.call(
      @load,
      Store::Partners::Offers.row(@offer[:id]),
      @partner,
      terms: rules.slice(:terms, :terms_version),
      act: @act
    )
    @load[:id]
  end

  def refuse_gone(statuses)
    return if statuses.include?(@offer[:status]) && @load[:status] == "open"

    unless @offer[:status] == "accepted"
      raise Refused.new("gone", "This load is no longer to be had.", path: "")
    end

    raise Refused.new("gone", "#{@offer[:answered_by]} has said yes already: it is yours.", path: "")
  end

  def refuse_late
    return if @now < @offer[:answer_by]

    raise Refused.new("too_late", "The time to answer is over: ring dispatch.", path: "")
  end

  # Dispatch sees why; to whoever asks it is enough that something is missing.
  def refuse_papers
    blocks = Work::Partners::Turns.blocks(@load, @offer, @now)
    return if blocks.empty?

    text =
      (
        if @act.by.roles.include?("dispatcher")
          blocks.map(&:text).join(" ")
        else
          "Something in your papers is missing: ring us."
        end
      )
    raise Refused.new("papers_first", text, path: "")
  end

  def note(**values)
    Store::Partners::Offers.at(@offer[:id]).update(
      { answered_at: @now, answered_by: @input[:name].to_s.strip, **values }
    )
  end

  def words = @input[:note].to_s.strip.then { |text| text unless text.empty? }
  def told(changes) =
    @act.changed_all([["load", @load[:id]], ["partner", @partner[:id]]], changes, why: words)
end
