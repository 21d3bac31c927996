# frozen_string_literal: true

# A partner says who drives: that driver gets a link by text to this trip and to nothing else.
module Work::Partners::NameDriver
  # input - { key:, name:, phone:, language: }. Returns the load's id. Raises Refused `no_trip`, `no_number`.
  def self.call(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "name_driver", by:, now:, input: input.merge(trip_id:)) do |act|
      hauled = Store::Partners.trip(trip_id) or raise Store::NotFound.new("trip", trip_id)
      load = Store::Freight.load_for_change(hauled[:load_id])
      trip = Store::Freight::Trips.lock(trip_id)
      unless %w[accepted rolling].include?(trip[:status])
        raise Refused.new("no_trip", "This trip is #{trip[:status]}: nobody drives it any more.", path: "")
      end
      if input[:phone].gsub(/\D/, "").length < 10
        raise Refused.new("no_number", "A telephone number has ten digits.", path: "/phone")
      end

      before = let_go(trip_id, now)
      driver_id = write(hauled, trip, input)
      Work::Tracking::WriteText.trip({ driver_id:, phone: input[:phone].strip }, trip, load, now)
      act.changed_all([["load", load[:id]], ["trip", trip_id]], { driver: [before, input[:name].strip] })
      Work::Tracking::Foresee.soon(trip_id)
      load[:id]
    end
  end

  # Whoever was named before drives no longer; what he told stays. Returns the name.
  def self.let_go(trip_id, now)
    rows = Store::Freight.trip_drivers(trip_id).all
    rows.each { |row| Store::Tracking.revoke_links(row[:driver_id], now) }
    Store::Freight::TripDrivers.where(trip_id:).delete
    rows.map { |row| row[:name] }.join(" and ").then { |text| text unless text.empty? }
  end

  def self.write(hauled, trip, input)
    driver_id =
      Store::Fleet::Drivers.insert(
        partner_id: hauled[:partner_id],
        retired: true,
        name: input[:name].strip,
        phone: input[:phone].strip,
        number: "#{trip[:number]}-#{SecureRandom.hex(4)}",
        terminal_id: Store::Company::Terminals.min(:id),
        languages: Sequel.pg_array([input[:language] || "en"], :text)
      )
    Store::Freight::TripDrivers.insert(
      trip_id: trip[:id],
      driver_id:,
      during: trip[:during],
      share_percent: 100
    )
    driver_id
  end
  private_class_method :let_go, :write
end
