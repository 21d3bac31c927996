# frozen_string_literal: true

# What cannot be done with a load while a partner hauls it: its trucks are not ours to share, swap or relay.
module Work::Partners::Hauled
  # Raises Refused `partner_hauls`.
  def self.refuse(load_ids)
    row = Array(load_ids).filter_map { |load_id| Store::Partners.trip_of_load(load_id) }.first or return
    number = Store::Freight.load(row[:load_id])[:number]
    raise Refused.new("partner_hauls", "#{row[:name]} hauls #{number}: take it back first.", path: "")
  end
end
