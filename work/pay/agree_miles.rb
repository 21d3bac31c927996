# frozen_string_literal: true

# Keeps the loaded miles that a customer and we have agreed for a load: drivers who are paid as agreed are
# paid by them, where no locked statement has it. As they move pay, dispatch proposes and a settlement clerk agrees.
module Work::Pay::AgreeMiles
  # input - { key:, miles: decimal text, or nil for the route's }. Returns the load's id.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "agree_miles", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      was = load[:agreed_miles]&.to_s("F")
      Work::Pay::AskChange.withdraw("agreed_miles", by:, now:, load_id:)
      if Core::Pay::SecondPerson.agrees_miles?(by.roles)
        make(load_id, input, now:)
        act.changed("load", load_id, { agreed_miles: [was, input[:miles]] })
      elsif was != input[:miles]
        propose(load, input.merge(was:), act)
      end
      load_id
    end
  end

  def self.make(load_id, input, now:)
    load = Store::Freight.load_for_change(load_id)
    Store::Freight::Loads.change(load, agreed_miles: input[:miles] && BigDecimal(input[:miles]))
    Work::Pay::EarnTrip.correct_load(load_id, now:)
  end

  def self.propose(load, input, act)
    Work::Pay::AskChange.call(
      "agreed_miles",
      { **input, label: load[:number] },
      by: act.by,
      now: act.now,
      load_id: load[:id]
    )
    act.changed(
      "load",
      load[:id],
      { agreed_miles: [input[:was], "#{input[:miles] || "the route's"}, proposed"] }
    )
  end

  private_class_method :propose
end
