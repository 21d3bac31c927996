# frozen_string_literal: true

# Says whose payment a line of the bank's file is, or that it is none of a customer's.
module Work::Billing::SettleBankLine
  # input - { key:, customer_id: } or { key:, aside_why: }. Returns the line's id. Raises Refused `settled_already`,
  # `reason_missing`; Store::NotFound.
  def self.call(line_id, input, by:, now:)
    Work::Act.once(input[:key], "settle_bank_line", by:, now:, input: input.merge(line_id:)) do |act|
      line = Store::Billing::BankLines.lock(line_id) or raise Store::NotFound.new("bank line", line_id)
      if line[:payment_id] || line[:aside_why]
        raise Refused.new("settled_already", "Somebody has said already whose this is.", path: "")
      end

      input[:customer_id] ? pay(act, line, told(line, input[:customer_id]), by:, now:) : aside(line, input)
      act.changed("bank_file", line_id, { settled: [nil, true] })
      line_id
    end
  end

  # match - Core::Billing::BankFile::Match
  def self.pay(act, line, match, by:, now:)
    Store::Fleet::Customers.lock_softly(match.customer_id) or
      raise Store::NotFound.new("customer", match.customer_id)
    open = Work::Billing::Receive.open_of(match.customer_id)
    # Paid by now in another way, it is not paid twice.
    parts =
      match.parts.to_h { |id, cents| [id, [cents, open[id] ? Work::Billing::Receive.owed(open[id]) : 0].min] }
    payment_id =
      Work::Billing::Receive.enter(
        act,
        { customer_id: match.customer_id, kind: "ach", reference: line[:words][0, 60] },
        Money.cents(line[:amount]),
        parts.reject { |_, cents| cents.zero? },
        open,
        line[:line_on],
        by:,
        now:
      )
    Store::Billing::BankLines.at(line[:id]).update(payment_id:)
  end

  def self.told(line, customer_id)
    open = Work::Billing::Receive.open_of(customer_id)
    parts = Work::Billing::Receive.spread(Money.cents(line[:amount]), open.values, line[:line_on])
    Core::Billing::BankFile::Match.new(customer_id:, parts:, by: "person")
  end

  def self.aside(line, input)
    why = input[:aside_why].to_s.strip
    raise Refused.new("reason_missing", "Say in a word or two what it is.", path: "/aside_why") if why.empty?

    Store::Billing::BankLines.at(line[:id]).update(aside_why: why)
  end
  private_class_method :told, :aside
end
