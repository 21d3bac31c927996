# frozen_string_literal: true

# Everything a load may be searched by, kept in one column beside it.
module Work::Freight::SearchText
  def self.write(load_id)
    load = Store::Freight::Loads.row(load_id)
    words = [
      load[:number],
      load[:crew],
      Store::Fleet::Customers.at(load[:customer_id]).get(:name),
      *Store::Freight::LoadReferences.where(load_id:).select_map(:value),
      *Store::Freight::Stops.where(load_id:).select_map(%i[name town state zip]).flatten,
      *Store::Freight::FreightLines.where(load_id:).select_map(%i[what serial_number]).flatten,
      *Store::Freight::Trips.of_load(load_id).select_map(:number)
    ]
    Store::Freight::Loads.at(load_id).update(
      search_text: words.compact.reject(&:empty?).uniq.join(" ").downcase
    )
  end
end
