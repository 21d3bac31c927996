# frozen_string_literal: true

# What becomes of a claim for what a customer paid short: it is followed up, or let go.
module Work::Billing::AnswerClaim
  # input - { key:, version:, note:, next_on: Date or nil }. Returns the claim's id.
  # Raises Refused `settled_already`; Store::NotFound; Work::Stale.
  def self.note(claim_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "follow_claim",
      by:,
      now:,
      input: Work::Act.plain(input.merge(claim_id:))
    ) do |act|
      claim = held(claim_id, input)
      said = { note: input[:note].strip, next_on: input[:next_on] }
      Store::Billing::Claims.change(claim, **said)
      act.changed(
        "invoice",
        claim[:invoice_id],
        { claim: [claim[:note], said[:note]], next_on: [claim[:next_on], said[:next_on]] }
      )
      claim_id
    end
  end

  # input - { key:, version:, why: }. The customer owes so much less: what is let go is in the books as that.
  # Raises the same, and Refused `reason_missing`.
  def self.let_go(claim_id, input, by:, now:)
    Work::Act.once(input[:key], "let_claim_go", by:, now:, input: input.merge(claim_id:)) do |act|
      claim = held(claim_id, input)
      why = input[:why].to_s.strip
      raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why") if why.empty?

      invoice = Store::Billing::Invoices.owing(claim[:invoice_id])
      cents = [Money.cents(claim[:amount]), Work::Billing::Receive.owed(invoice)].min
      Work::Billing::Settle.without_money(act, "let_go", invoice, cents, by:, now:)
      Store::Billing::Claims.change(claim, let_go_at: now, let_go_by: by.name, let_go_why: why)
      act.changed("invoice", claim[:invoice_id], { claim: ["$#{Money.text(cents)}", "let go"] }, why:)
      claim_id
    end
  end

  # Whoever writes down a payment of the customer's waits.
  def self.held(claim_id, input)
    customer_id = Store::Billing::Claims.customer_id(claim_id) or raise Store::NotFound.new("claim", claim_id)
    Store::Fleet::Customers.lock_softly(customer_id)
    claim = Store::Billing::Claims.lock(claim_id)
    Work::Stale.check(claim, input[:version], of: ["invoice", claim[:invoice_id]], yours: {}) do
      claim.slice(:note, :next_on)
    end
    return claim if Store::Billing::Claims.standing?(claim_id)

    raise Refused.new("settled_already", "It is paid, let go or taken back already.", path: "")
  end
  private_class_method :held
end
