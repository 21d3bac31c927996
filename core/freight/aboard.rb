# frozen_string_literal: true

# What is aboard on each leg of a trip: a load from its first pickup to its last delivery, whole, since nobody
# says how much of it is where in between.
module Core::Freight::Aboard
  # loads - ids aboard; nil where a load does not say; pieces - Array of Core::Freight::Deck::Piece
  Leg = Core::Value.of(:loads, :weight_lb, :pieces, :volume_cuft)
  # Freight of a load as a whole
  Goods = Core::Value.of(:weight_lb, :pieces, :volume_cuft)

  # Ids of loads that come aboard before the first stop of a trip, or go on after its last: of a relay
  Handed = Core::Value.of(:from, :on)
  NONE = Handed.new(from: [], on: [])

  # order - Array of load ids, one a stop, nil for a stop of our own; goods - Hash of load id to Goods
  #
  # Returns Array of Leg, one after each stop but the last.
  def self.legs(order, goods, handed: NONE)
    (0...(order.length - 1)).map do |at|
      loads =
        order.compact.uniq.select do |load|
          (handed.from.include?(load) || order.index(load) <= at) &&
            (handed.on.include?(load) || order.rindex(load) > at)
        end
      sums =
        %i[weight_lb volume_cuft].to_h do |what|
          [
            what,
            loads
              .filter_map { |load| goods[load].public_send(what) }
              .then { |found| found.empty? ? nil : found.sum }
          ]
        end
      Leg.new(loads:, pieces: loads.flat_map { |load| goods[load].pieces }, **sums)
    end
  end
end
