# frozen_string_literal: true

# The JSON of loads and trips.
module Web::Freight::Present
  def self.page(parameters)
    found =
      Store::Freight.found(
        state: parameters[:state] || "live",
        query: parameters[:q],
        customer_id: parameters[:customer_id]
      )
    rows = Store::Freight.page(found, page: parameters[:page] || 1)
    counts = Store::Freight.counts
    total =
      (
        if parameters.key?(:q) || parameters.key?(:customer_id) || parameters.key?(:state)
          found.count
        else
          counts.values.sum
        end
      )
    { total:, counts:, rows: rows.map { |row| row(row) } }
  end

  def self.row(row)
    row.merge(
      pickup_at: row[:pickup_at]&.iso8601,
      delivery_at: row[:delivery_at]&.iso8601,
      total: money(row[:total]),
      miles: row[:miles] && miles(row[:miles])
    )
  end

  def self.load(id)
    load = Store::Freight.load(id) or raise Store::NotFound.new("load", id)
    parts = Parts.new(load)
    {
      **load.slice(
        :id,
        :number,
        :state,
        :version,
        :size,
        :tarps,
        :team_needed,
        :trailer_kind,
        :temperature_low_f,
        :temperature_high_f,
        :notes,
        :cancel_reason,
        :booked_by
      ),
      agreed_miles: load[:agreed_miles] && miles(load[:agreed_miles]),
      booked_at: load[:booked_at].iso8601,
      invoice: invoice(load),
      customer: DB[:customers].where(id: load[:customer_id]).first.slice(:id, :name),
      references: parts.references.map { |row| row.slice(:kind, :value) },
      stops: parts.stops.map { |row| stop(row, parts.places) },
      freight: parts.freight.map { |row| row.except(:id, :load_id, :position) },
      price: price(load, parts),
      totals: totals(load, parts),
      missing: missing(load, parts),
      permits: permits?(load, parts),
      trips: trips(Store::Freight.trips(id)),
      papers: parts.papers.map { |row| paper(row) }
    }
  end

  # What belongs to a load, each read once.
  Parts =
    Struct.new(:load) do
      def stops = @stops ||= Store::Freight.stops(load[:id])
      def places = @places ||= DB[:places].where(id: stops.filter_map { |stop| stop[:place_id] }).to_hash(:id)
      def references = @references ||= Store::Freight.parts(:load_references, load[:id])
      def freight = @freight ||= Store::Freight.parts(:freight_lines, load[:id])
      def accessorials = @accessorials ||= Store::Freight.parts(:accessorials, load[:id])
      def papers = @papers ||= Store::Tracking::Papers.of(load[:id]).all
      def weight_lb = freight.sum { |line| line[:weight_lb] || 0 }
    end

  def self.stop(row, places)
    place = places[row[:place_id]] || {}
    {
      **row.slice(
        :id,
        :kind,
        :handling,
        :place_id,
        :name,
        :address,
        :town,
        :state,
        :zip,
        :zone,
        :latitude,
        :longitude,
        :notes
      ),
      from: row[:from_at]&.iso8601,
      to: row[:to_at]&.iso8601,
      **place.slice(:driver_notes, :contact, :phone, :dock_hours)
    }
  end

  def self.price(load, parts)
    {
      kind: load[:price_kind],
      rate: Money.rate_text(load[:price_rate]),
      fuel_kind: load[:fuel_kind],
      fuel_rate: Money.rate_text(load[:fuel_rate]),
      accessorials: parts.accessorials.map { |row| { label: row[:label], amount: money(row[:amount]) } }
    }
  end

  def self.totals(load, parts)
    {
      line_haul: money(load[:line_haul]),
      fuel_surcharge: money(load[:fuel_surcharge]),
      accessorials: money(load[:accessorial_total]),
      total: money(load[:total]),
      miles: load[:miles] && miles(load[:miles]),
      miles_estimated: load[:miles_estimated],
      weight_lb: parts.weight_lb,
      legs: parts.stops.each_cons(2).map { |from, to| leg(from, to) }
    }
  end

  def self.invoice(load)
    load[:invoice_number] &&
      {
        number: load[:invoice_number],
        invoiced_on: load[:invoiced_on].iso8601,
        paid_on: load[:paid_on]&.iso8601
      }
  end

  def self.leg(from, to)
    {
      from: "#{from[:town]}, #{from[:state]}",
      to: "#{to[:town]}, #{to[:state]}",
      miles: miles(to[:leg_miles] || 0),
      minutes: to[:leg_minutes],
      by_state: to[:leg_by_state] || [],
      estimated: to[:leg_estimated]
    }
  end

  def self.missing(load, parts)
    facts =
      Core::Freight::Readiness::Facts.new(
        state: load[:state],
        windows:
          parts.stops.map do |stop|
            Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from_at], to: stop[:to_at])
          end,
        weight_lb: parts.weight_lb,
        price_by_weight: %w[per_hundredweight per_ton].include?(load[:price_kind]),
        trailer:
          load[:state] != "planned" ||
            Store::Freight.trip_units(Store::Freight.live_trip(load[:id])[:id]).where(role: "trailer").any?,
        papers: parts.papers.map { |paper| paper[:kind] }
      )
    Core::Freight.missing(facts).map(&:to_h)
  end

  # Has it a permit file, or does it look as if it wanted one?
  def self.permits?(load, parts)
    return true if Store::Permits.file_of(load[:id])

    most = ->(column) { parts.freight.filter_map { |line| line[column] }.max }
    Core::Fit::Oversize.of(
      width_in: most.call(:width_in),
      height_in: most.call(:height_in),
      weight_lb: parts.weight_lb,
      trailer_kind: load[:trailer_kind]
    ).any?
  end

  # Trips with all that belongs to them, in a fixed number of queries.
  def self.trips(trips)
    return [] if trips.empty?

    ids = trips.map { |trip| trip[:id] }
    stops, drivers, units, check_ins =
      %i[trip_stops trip_drivers trip_units check_ins].map do |part|
        Store::Freight.public_send(part, ids).to_hash_groups(:trip_id)
      end
    texted =
      DB[:texts]
        .where(trip_id: ids)
        .exclude(sent_at: nil)
        .group(:trip_id)
        .select(:trip_id, Sequel.function(:max, :sent_at).as(:sent_at))
        .to_hash(:trip_id, :sent_at)
    changes =
      DB[:trip_changes]
        .join(:drivers, id: :driver_id)
        .where(trip_id: ids, seen_at: nil)
        .order(Sequel[:trip_changes][:id])
        .select(:trip_id, :what, :at, :name)
        .to_hash_groups(:trip_id)
    trips.map do |trip|
      id = trip[:id]
      trip_columns(trip).merge(
        crew(drivers[id] || [], units[id] || []),
        texted_at: texted[id]&.iso8601,
        unseen:
          (changes[id] || []).map { |row| { what: row[:what], at: row[:at].iso8601, driver: row[:name] } },
        stops: (stops[id] || []).map { |row| trip_stop(row) },
        check_ins: (check_ins[id] || []).map { |row| check_in(row) }
      )
    end
  end

  def self.trip_columns(trip)
    {
      **trip.slice(
        :id,
        :number,
        :state,
        :version,
        :miles_estimated,
        :decline_reason,
        :empty_from,
        :empty_minutes,
        :empty_by_state
      ),
      begins_at: trip[:during].begin.iso8601,
      ends_at: trip[:during].end.iso8601,
      loaded_miles: miles(trip[:loaded_miles]),
      empty_miles: miles(trip[:empty_miles])
    }
  end

  def self.crew(drivers, units)
    by_role = units.to_h { |unit| [unit[:role], { id: unit[:unit_id], name: unit[:number] }] }
    {
      drivers: drivers.map { |row| { id: row[:driver_id], name: row[:name] } },
      tractor: by_role["tractor"],
      trailer: by_role["trailer"]
    }
  end

  def self.trip_stop(row)
    {
      unit: row[:unit],
      at: row[:load_id] ? nil : row[:from_at]&.iso8601,
      **row.slice(
        :id,
        :stop_id,
        :kind,
        :name,
        :town,
        :state,
        :zone,
        :signer,
        :minutes,
        :by_state,
        :via,
        :estimated
      ),
      tolls: money(row[:tolls]),
      direct_miles: row[:direct_miles] && miles(row[:direct_miles]),
      miles: miles(row[:miles]),
      **%i[arrived_at worked_at left_at].to_h { |at| [at, row[at]&.iso8601] }
    }
  end

  def self.check_in(row) =
    {
      **row.slice(:id, :kind, :driver, :stop_id, :note, :signer),
      done_at: row[:done_at].iso8601,
      arrived_at: row[:arrived_at].iso8601
    }

  def self.paper(row) =
    { **row.slice(:id, :kind, :content_type, :bytes, :stop_id, :by), at: row[:at].iso8601 }

  def self.money(amount) = Money.text(Money.cents(amount))
  def self.miles(miles) = Money.rate_text(miles, places: 1)
end
