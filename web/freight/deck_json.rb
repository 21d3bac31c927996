# frozen_string_literal: true

# The JSON of how a load lies on the deck.
module Web::Freight::DeckJson
  def self.of(load_id)
    plan = Work::Freight::DeckPlan.new(load_id)
    {
      trailer: plan.trailer&.fetch(:number),
      kind: plan.kind,
      length_in: plan.room.length_in,
      width_in: plan.room.width_in,
      legs: plan.legs.map { |leg| leg(leg, plan.numbers) }
    }
  end

  def self.leg(leg, numbers)
    {
      from: leg.from,
      to: leg.to,
      loads: leg.loads.map { |id| numbers[id] },
      used_in: leg.layout.used_length_in,
      trouble: leg.layout.trouble,
      unmeasured: leg.layout.unmeasured.map(&:what),
      placed:
        leg.layout.placed.map do |one|
          { **one.to_h.except(:key, :load), load: numbers[one.load], line: one.key }
        end
    }
  end
  private_class_method :leg
end
