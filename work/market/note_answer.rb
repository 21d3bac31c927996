# frozen_string_literal: true

# Writes down what a poster said to an offer that no service hears of, on the telephone or by mail.
module Work::Market::NoteAnswer
  # input - { version:, answer: accepted, countered or lost; amount: what they ask for, where they ask for another }
  # Returns the id. Raises Refused `service_answers`, `answered_already`, `amount_missing`, `wrong_amount`; Work::Stale;
  # Store::NotFound.
  def self.call(id, input, by:, now:)
    Work::Act.once(nil, "note_answer", by:, now:, result_id: id) do |act|
      row = Store::Market::Offers.lock(id) or raise Store::NotFound.new("offer", id)
      refuse(row)
      counter = counter(input)
      Work::Stale.check(row, input[:version], of: ["offer", id], yours: { state: input[:answer] }) do
        row.slice(:state, :counter)
      end
      Store::Market::Offers.change(row, state: input[:answer], counter:, answered_at: now)
      act.changed("offer", id, { state: [row[:state], input[:answer]], counter: [nil, counter] })
    end
  end

  def self.refuse(row)
    unless Store::Market::Postings.at(row[:posting_id]).get(:service) == Core::Market::SHEET
      raise Refused.new("service_answers", "The posting service answers this one by itself.", path: "")
    end
    return if row[:state] == "sent"

    raise Refused.new("answered_already", "#{row[:reference]} is #{row[:state]} already.", path: "/answer")
  end

  # Dollars; nil unless they ask for another price.
  def self.counter(input)
    return unless input[:answer] == "countered"

    amount = input[:amount] or raise Refused.new("amount_missing", "What do they ask for?", path: "/amount")
    cents = Money.parse_cents(amount)
    return Money.to_d(cents) if Core::Market.offer?(cents)

    raise Refused.new("wrong_amount", Core::Market::OFFERS, path: "/amount")
  end
  private_class_method :refuse, :counter
end
