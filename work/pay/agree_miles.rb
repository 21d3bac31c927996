# frozen_string_literal: true

# Keeps the loaded miles that a customer and we have agreed for a load: drivers who are paid as agreed are
# paid by them, where no locked statement has it.
module Work::Pay::AgreeMiles
  # input - { key:, miles: decimal text, or nil for the route's }. Returns the load's id.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "agree_miles", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      miles = input[:miles] && BigDecimal(input[:miles])
      Store::Freight::Loads.change(load, agreed_miles: miles)
      Work::Pay::EarnTrip.correct_load(load_id, now:)
      act.changed("load", load_id, { agreed_miles: [load[:agreed_miles]&.to_s("F"), miles&.to_s("F")] })
      load_id
    end
  end
end
