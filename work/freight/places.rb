# frozen_string_literal: true

# Turns a typed stop into the row of a stop: a place of the directory, or a ZIP or town that stays out of it
# unless asked.
module Work::Freight::Places
  def self.stop(input, index, by:, now:)
    place = input[:place_id] ? directory(input[:place_id], index) : typed(input, index)
    place = place.merge(place_id: save(input, place, by:, now:)) if input[:save_place] &&
      input[:place_id].nil?
    {
      kind: input[:kind],
      handling: input[:handling] || "live",
      from_at: input[:from],
      to_at: input[:to],
      notes: input[:notes].to_s.strip,
      reference: input[:reference].to_s.strip,
      **place
    }
  end

  # A stop that is no customer's. input - { kind:, where:, at:, notes: }. Raises Refused `unknown_place`,
  # `ambiguous_place`, `place_missing` at `/where`.
  def self.own_stop(input, by:, now:)
    {
      position: 0,
      **stop({ **input.slice(:kind, :where, :place_id, :notes), from: input[:at], to: nil }, 0, by:, now:)
    }
  rescue Refused => e
    raise Refused.new(e.code, e.message, path: "/where", details: e.details)
  end

  # The row of the one town or ZIP that a text names. Raises Refused `unknown_place`, `ambiguous_place`.
  def self.one(text, path) = only_one(Store::Fleet.resolve_place(text), text, path)

  def self.directory(place_id, index)
    place = Store::Fleet::Places.row(place_id) or
      raise Refused.new(
              "unknown_place",
              "There is no such place in the directory.",
              path: "/stops/#{index}/place_id"
            )
    { place_id:, **place.slice(:name, :address, :town, :state, :zip, :latitude, :longitude, :zone) }
  end

  def self.typed(input, index)
    where = input[:where].to_s.strip
    path = "/stops/#{index}/where"
    if where.empty?
      raise Refused.new("place_missing", "Where is stop #{index + 1}? A ZIP, or a town and state.", path:)
    end

    zip = one(where, path)
    name = input[:name].to_s.strip
    {
      place_id: nil,
      name: name.empty? ? "#{zip[:town]}, #{zip[:state]}" : name,
      address: input[:address].to_s.strip,
      **zip.slice(:town, :state, :zip, :latitude, :longitude, :zone)
    }
  end

  def self.only_one(found, where, path)
    return found.first if found.length == 1
    if found.empty?
      raise Refused.new(
              "unknown_place",
              "#{where} is no ZIP or town known here: check it, or give the ZIP.",
              path:
            )
    end

    choices = found.map { |zip| "#{zip[:town]}, #{zip[:state]}" }
    raise Refused.new(
            "ambiguous_place",
            "#{where} could be #{choices.first(6).join("; ")}: add the state.",
            path:,
            details: {
              choices:
            }
          )
  end

  def self.save(input, place, by:, now:)
    Store::Fleet::Places.where(name: place[:name], zip: place[:zip]).get(:id) ||
      Work::Fleet::AddRecord.call(
        :places,
        place.except(:place_id).merge(
          driver_notes: input[:notes].to_s,
          contact: input[:contact].to_s,
          phone: input[:phone].to_s
        ),
        by:,
        now:
      )
  end
  private_class_method :directory, :typed, :only_one, :save
end
