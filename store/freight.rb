# frozen_string_literal: true

# Loads and the trips that carry them.
module Store::Freight
  Stops = Store::Table.of(:stops)
  Accessorials = Store::Table.of(:accessorials)
  LoadReferences = Store::Table.of(:load_references)
  TripChanges = Store::Table.of(:trip_changes)
  TripDrivers = Store::Table.of(:trip_drivers, Store::Freight::Holds)
  TripUnits = Store::Table.of(:trip_units, Store::Freight::Holds)

  # What a dispatcher still has to do with; papers that are in are billing's.
  LIVE = %w[open planned sent accepted rolling delivered].freeze
  # Trips that another partial load may still join.
  JOINABLE = Core::Freight::Acts::CREWED
  ROW = %i[
    id
    number
    status
    version
    origin
    destination
    pickup_at
    pickup_zone
    delivery_at
    delivery_zone
    crew
    reference
    miles
    stop_count
    total
  ].freeze
  # Between these instants a trip holds its crew.
  def self.range(from, to) = Sequel::Postgres::PGRange.new(from, to, exclude_end: true, db_type: "tstzrange")

  # Loads by state (or `live`, `all`), words and customer; soonest pickup first, those without a time first of
  # all.
  def self.found(status: "live", query: nil, customer_id: nil, size: nil)
    loads = size ? DB[:loads].where(size:) : DB[:loads]
    loads = loads.where(status: status == "live" ? LIVE : status) unless status == "all"
    loads = loads.where(customer_id:) if customer_id
    Store::Words.find(loads, query)
  end

  # latest_first - of what is done, else the soonest pickup first and those without a time before all
  def self.page(found, page:, per_page: 50, latest_first: false)
    order =
      if latest_first
        [Sequel.desc(:pickup_at, nulls: :last), Sequel.desc(:id)]
      else
        [Sequel.asc(:pickup_at, nulls: :first), :id]
      end
    # The ids alone are read from the index, forwards or backwards, however deep the page; only its own rows are
    # fetched.
    ids = found.order(*order).limit(per_page, (page - 1) * per_page).select_map(:id)
    DB[:loads]
      .where(Sequel[:loads][:id] => ids)
      .join(:customers, id: :customer_id)
      .order(order[0], latest_first ? Sequel.desc(Sequel[:loads][:id]) : Sequel[:loads][:id])
      .select(*ROW.map { |column| Sequel[:loads][column] }, Sequel[:customers][:name].as(:customer))
      .all
  end

  # How many loads are in each live state. What is done with grows without end and is not counted at every
  # look.
  def self.counts = DB[:loads].where(status: LIVE).group_and_count(:status).to_hash(:status, :count)

  def self.load(id) = Loads.row(id)
  def self.load_for_change(id) = Loads.lock(id)
  def self.stops(load_id) = DB[:stops].where(load_id:).order(:position).all
  def self.parts(table, load_id) = DB[table].where(load_id:).order(:position).all

  # The trip that a load is on now, or nil: of a relay, the first that has not done its part.
  def self.live_trip(load_id) =
    live_trips(load_id).then { |trips| trips.find { |trip| trip[:status] != "delivered" } || trips.last }

  # The trips that carry a load: one, or of a relay its parts, in order.
  def self.live_trips(load_id) = Trips.of_load(load_id).live.soonest_first.all

  # Who carries a load, one crew after the other; nil where nobody does.
  def self.crew_of(load_id)
    trip_ids = live_trips(load_id).map { |trip| trip[:id] }
    names = trip_drivers(trip_ids).to_hash_groups(:trip_id, :name)
    trip_ids
      .map { |id| names.fetch(id, []).join(" and ") }
      .join(", then ")
      .then { |text| text unless text.empty? }
  end

  # Loads driven to a swap from which no live trip goes on, with the place and time of the swap. What was unloaded
  # before it has nothing to do with it.
  def self.handed_to_nobody
    live =
      DB[:trip_stops].join(:trips, id: :trip_id).exclude(Sequel[:trips][:status] => %w[declined cancelled])
    unmade =
      DB[:stops]
        .from_self(alias: :left)
        .where(Sequel[:left][:load_id] => Sequel[:loads][:id])
        .exclude(Sequel[:left][:id] => live.select(:stop_id))
    once =
      live
        .join(:stops, id: Sequel[:trip_stops][:stop_id])
        .where(Sequel[:stops][:kind] => "swap")
        .group(Sequel[:stops][:id])
        .having { count.function.* =~ 1 }
        .select(Sequel[:stops][:id])
    live
      .join(:trip_loads, trip_id: Sequel[:trips][:id])
      .join(:loads, id: :load_id)
      .join(:stops, id: Sequel[:trip_stops][:stop_id])
      .where(Sequel[:stops][:id] => once, Sequel[:loads][:status] => LIVE)
      .where(unmade.exists)
      .select(
        Sequel[:loads][:id],
        Sequel[:loads][:number],
        :origin,
        :destination,
        :total,
        Sequel[:stops][:town],
        Sequel[:stops][:state].as(:swap_state),
        Sequel[:stops][:zone],
        :from_at
      )
      .all
  end

  def self.rolling_ids = DB[:trips].where(status: "rolling").select_map(:id)

  # Trips of nothing but an empty truck that are not done.
  def self.empty_trips
    DB[:trips]
      .where(status: %w[planned sent accepted rolling])
      .exclude(DB[:trip_loads].where(Sequel[:trip_loads][:trip_id] => Sequel[:trips][:id]).exists)
      .order(Sequel.function(:lower, :during))
  end

  def self.trips(load_id)
    DB[:trips]
      .join(:trip_loads, trip_id: :id)
      .where(load_id:)
      .select_all(:trips)
      .reverse(Sequel[:trips][:id])
      .all
  end

  # What is read of a stop with each of its trips.
  STOP = %i[
    kind
    handling
    name
    town
    state
    zip
    zone
    load_id
    from_at
    to_at
    latitude
    longitude
    notes
    reference
  ].freeze

  def self.trip_stops(trip_ids)
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(trip_id: trip_ids)
      .order(:trip_id, Sequel[:trip_stops][:position])
      .select_all(:trip_stops)
      .select_append(
        *STOP.map { |column| Sequel[:stops][column] },
        DB[:units].where(id: Sequel[:stops][:unit_id]).select(:number).as(:unit),
        DB[:loads].where(id: Sequel[:stops][:load_id]).select(:number).as(:load)
      )
  end

  # The rows of the tractor and the trailer that a trip holds, or nil.
  def self.trailer_of(trip_id) = unit_of(trip_id, "trailer")
  def self.tractor_of(trip_id) = unit_of(trip_id, "tractor")
  def self.unit_of(trip_id, role) =
    DB[:units].where(id: DB[:trip_units].where(trip_id:, role:, live: true).select(:unit_id)).first
  private_class_method :unit_of

  # Loads of trips, each with the trip that it is on.
  def self.trip_loads(trip_ids) =
    DB[:loads]
      .join(:trip_loads, load_id: :id)
      .where(trip_id: trip_ids)
      .order(:trip_id, :load_id)
      .select_all(:loads)
      .select_append(:trip_id)

  # Rows that hang off loads in an order of their own.
  def self.lines(table, load_ids) = DB[table].where(load_id: load_ids).order(:load_id, :position)

  def self.trip_drivers(trip_ids)
    DB[:trip_drivers]
      .join(:drivers, id: :driver_id)
      .where(trip_id: trip_ids)
      .order(Sequel[:trip_drivers][:id])
      .select(:trip_id, :driver_id, :name, :phone, :share_percent)
  end

  def self.trip_units(trip_ids)
    DB[:trip_units]
      .join(:units, id: :unit_id)
      .where(trip_id: trip_ids)
      .order(Sequel[:trip_units][:id])
      .select(:trip_id, :unit_id, :role, :number, :trailer_kind)
  end

  def self.check_ins(trip_ids)
    DB[:check_ins]
      .join(:drivers, id: :driver_id)
      .where(trip_id: trip_ids)
      .order(Sequel[:check_ins][:id])
      .select_all(:check_ins)
      .select_append(Sequel[:drivers][:name].as(:driver))
  end

  # What holds drivers or units between two instants: rows of the holder's id, the trip and its load.
  #
  # table - :trip_drivers or :trip_units
  def self.holding(table, from, to, except_trip_id: nil)
    key = table == :trip_drivers ? :driver_id : :unit_id
    held =
      DB[table]
        .join(:trips, id: :trip_id)
        .left_join(:trip_loads, trip_id: :id)
        .left_join(:loads, id: :load_id)
        .where(live: true)
        .where(Sequel.pg_range_op(Sequel[table][:during]).overlaps(range(from, to)))
    held = held.exclude(Sequel[table][:trip_id] => except_trip_id) if except_trip_id
    held.select(
      Sequel[table][key].as(:holder_id),
      Sequel[:trips][:number].as(:trip),
      Sequel[:loads][:number].as(:load),
      :origin,
      :destination,
      Sequel[table][:during].as(:during)
    )
  end
end
