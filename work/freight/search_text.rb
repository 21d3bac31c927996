# frozen_string_literal: true

# Everything a load may be searched by, kept in one column beside it.
module Work::Freight::SearchText
  def self.write(load_id)
    load = DB[:loads].first(id: load_id)
    words = [
      load[:number],
      load[:crew],
      DB[:customers].where(id: load[:customer_id]).get(:name),
      *DB[:load_references].where(load_id:).select_map(:value),
      *DB[:stops].where(load_id:).select_map(%i[name town state zip]).flatten,
      *DB[:freight_lines].where(load_id:).select_map(%i[what serial_number]).flatten,
      *DB[:trips].join(:trip_loads, trip_id: :id).where(load_id:).select_map(:number)
    ]
    DB[:loads].where(id: load_id).update(search_text: words.compact.reject(&:empty?).uniq.join(" ").downcase)
  end
end
