# frozen_string_literal: true

# Two loads that have not begun change crews: both or neither, told to whoever was told before.
module Work::Match::SwapCrews
  # input - { key:, load_id: of the other, why: }. Raises Refused `no_crew`, `same_load`, and what taking off
  #         and giving refuse.
  def self.call(load_id, input, by:, now:)
    if load_id == input[:load_id]
      raise Refused.new("same_load", "Choose another load to swap with.", path: "/load_id")
    end

    Work::Act.once(input[:key], "swap_crews", by:, now:, input: input.merge(with: load_id)) do
      ids = [load_id, input[:load_id]].sort
      ids.each { |id| Store::Freight.load_for_change(id) or raise Store::NotFound.new("load", id) }
      Work::Partners::Hauled.refuse(ids)
      crews = ids.to_h { |id| [id, crew(id)] }
      ids.each { |id| Work::Freight::UncrewLoad.call(id, { why: input[:why] }, by:, now:) }
      # Drivers and tractor change; the trailer stays with the load that it suits.
      ids.zip(ids.reverse) do |id, other|
        Work::Freight::CrewLoad.call(
          id,
          crews[other].merge(crews[id].slice(:trailer_id)),
          by:,
          now:,
          why: input[:why]
        )
      end
      load_id
    end
  end

  def self.crew(load_id)
    Work::Freight::Relay.refuse(Store::Freight.load(load_id), "Its crews cannot be swapped.")
    trip = Store::Freight.live_trip(load_id) or
      raise Refused.new(
              "no_crew",
              "#{Store::Freight.load(load_id)[:number]} has no crew to swap.",
              path: "/load_id"
            )
    units = Store::Freight.trip_units(trip[:id]).to_hash(:role, :unit_id)
    {
      driver_ids: Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id),
      tractor_id: units["tractor"],
      trailer_id: units["trailer"]
    }
  end
  private_class_method :crew
end
