# frozen_string_literal: true

# Whose turn it is to answer a tender: who is asked next, who is passed over, and when it is over.
module Work::Partners::Turns
  OPEN = %w[waiting sent countered].freeze

  # In the worker: whoever did not answer in time is passed over.
  def self.go_on(tender_id, now:)
    Work::Act.once(nil, "pass_over_partner", by: Work::Actor.system, now:) do |act|
      load_id = Store::Partners::Tenders.at(tender_id).get(:load_id)
      Store::Freight.load_for_change(load_id)
      before = Store::Partners::Offers.where(tender_id:).select_hash(:id, :status)
      step(tender_id, now)
      gone =
        Store::Partners
          .offers(tender_id)
          .all
          .select { |one| one[:status] == "expired" && before[one[:id]] != "expired" }
      if gone.any?
        act.changed("load", load_id, { did_not_answer: [nil, gone.map { |one| one[:name] }.join(", ")] })
      end
    end
  end

  # Within an act on a load, which is held. Returns whether there was one.
  def self.withdraw(load_id, now:)
    tender = Store::Partners.open_tender(load_id).first or return false
    close(tender[:id], "withdrawn", "withdrawn", now)
    true
  end

  # The tender is over: whoever was asked and is left hears so. status - the tender's; others - the offers'
  def self.close(tender_id, status, others, now)
    Store::Partners::Tenders.at(tender_id).update(status:)
    Store::Partners
      .offers(tender_id)
      .all
      .select { |one| OPEN.include?(one[:status]) }
      .each do |one|
        Store::Partners::Offers.at(one[:id]).update(status: others)
        Work::Partners::Letters.gone(one, now) unless one[:status] == "waiting"
      end
  end

  # What becomes of it by itself now (Core::Partners.steps). Its load is held.
  def self.step(tender_id, now)
    tender = Store::Partners::Tenders.lock(tender_id)
    return unless tender && tender[:status] == "open"

    offers = Store::Partners::Offers.where(tender_id:).all
    steps =
      Core::Partners.steps(
        tender[:way],
        offers.map { |row| Core::Partners::Offer.new(**row.slice(:id, :position, :status, :answer_by)) },
        as_of: now
      )
    Store::Partners::Offers.at(steps.expired).update(status: "expired")
    steps.sent.each { |offer_id| send(offer_id, tender, now) }
    Store::Partners::Tenders.at(tender_id).update(status: "over") if steps.over
  end

  def self.send(offer_id, tender, now)
    answer_by = now + (tender[:answer_minutes] * 60)
    Store::Partners::Offers.at(offer_id).update(status: "sent", sent_at: now, answer_by:)
    Jobs::AskPartner.enqueue(offer_id:)
  end

  # In the worker, once the register was asked: whose papers no longer hold is not asked.
  def self.mail(offer_id, now:)
    Work::Act.once(nil, "ask_partner", by: Work::Actor.system, now:) do |act|
      offer = Store::Partners::Offers.row(offer_id)
      tender = Store::Partners::Tenders.row(offer[:tender_id])
      load = Store::Freight.load_for_change(tender[:load_id])
      offer = Store::Partners::Offers.lock(offer_id)
      next unless offer[:status] == "sent"

      blocks = blocks(load, offer, now)
      if blocks.any?
        Store::Partners::Offers.at(offer_id).update(status: "withdrawn", note: blocks.map(&:text).join(" "))
        act.changed("load", load[:id], { not_asked: [nil, blocks.first.text] })
        step(tender[:id], now)
      else
        Work::Partners::Letters.offered(Store::Partners.offer(offer_id), load, now)
      end
    end
  end

  # What forbids to give it to this partner, unless somebody said why it is given all the same.
  def self.blocks(load, offer, now)
    return [] if offer[:why]

    Store::Partners::Facts
      .findings(load, now, ids: [offer[:partner_id]])
      .values
      .flatten
      .select { |one| one.effect == "block" }
  end
  private_class_method :send
end
