# frozen_string_literal: true

# What examples start from, made by the application's own acts.
module Given
  NOW = Time.utc(2026, 11, 23, 14, 30) # Monday, 7:30 in Boise
  HOUR = 3600
  GOOD_UNTIL = Date.new(2028, 3, 1)
  PASSWORD = "five onions on a truck"

  # For examples that need several connections: commits for real, so the tables are emptied around them.
  # A page that is still open may write meanwhile.
  def self.empty_database(tries: 3)
    tables = DB.tables - %i[zips schema_info que_jobs que_lockers que_values]
    DB.run(<<~SQL)
      SET session_replication_role = replica;
      TRUNCATE #{tables.map { |table| DB.literal(table) }.join(", ")} RESTART IDENTITY CASCADE;
      ALTER SEQUENCE load_numbers RESTART;
      ALTER SEQUENCE trip_numbers RESTART;
      ALTER SEQUENCE offer_numbers RESTART;
      SET session_replication_role = origin;
      TRUNCATE que_jobs
    SQL
  rescue Sequel::SerializationFailure
    (tries -= 1).positive? ? retry : raise
  end

  def now = NOW
  def maren = @maren ||= account("dispatcher", "Maren Holt")
  def inez = @inez ||= account("settlement_clerk", "Inez Calloway")

  def account(role, name = "A #{role}")
    email = "#{name.downcase.tr(" ", ".")}@juniperfork.example"
    person = { name:, email:, password: PASSWORD, roles: Array(role) }
    id = Work::Company::AddPerson.call(person, by: Work::Actor.system, now:)
    Work::Actor.account(DB[:accounts].first(id:))
  end

  def company
    @company ||=
      DB[:company].insert_conflict(target: :id, update: { setup_code_digest: nil }).insert(
        id: 1,
        name: "Juniper Fork Haulage"
      )
  end

  def terminal_id
    company
    @terminal_id ||=
      Work::Company::AddTerminal.call({ name: "Boise", zip: "83705" }, by: Work::Actor.system, now:)
  end

  def add(table, **input) = Work::Fleet::AddRecord.call(table, input, by: maren, now:)
  def customer_id =
    @customer_id ||=
      add(:customers, name: "Treasure Basin Onions", town: "Payette", state: "ID", zip: "83661")

  def driver_id(name = "Wade Ferris", **more)
    @drivers ||= {}
    @drivers[name] ||= add(
      :drivers,
      name:,
      number: (1001 + @drivers.length).to_s,
      phone: "208-555-0150",
      terminal_id:,
      licence_expires_on: GOOD_UNTIL,
      medical_expires_on: GOOD_UNTIL,
      loaded_mile_rate: "0.58",
      empty_mile_rate: "0.50",
      extra_stop: "25.00",
      detention_hourly: "20.00",
      tarp: "50.00",
      **more
    )
  end

  def unit_id(number = "T-101", **more)
    @units ||= {}
    @units[number] ||= add(
      :units,
      number:,
      kind: number.start_with?("T") ? "tractor" : "trailer",
      trailer_kind: number.start_with?("T") ? nil : "dry_van",
      **more
    ).tap { |id| papers_of_unit(id) }
  end

  # Those without which no unit may go.
  def papers_of_unit(unit_id) =
    %w[registration annual_inspection].each do |kind|
      Store::Fleet::Credentials.insert(unit_id:, kind:, expires_on: GOOD_UNTIL)
    end

  def driver(name = "Wade Ferris") = Work::Actor.driver(DB[:drivers].first(id: driver_id(name)))
  def crew(name = "Wade Ferris", tractor: "T-101", trailer: "V-201") =
    { driver_ids: [driver_id(name)], tractor_id: unit_id(tractor), trailer_id: unit_id(trailer) }

  # A booking as the contract reads it: Boise to Pendleton unless said otherwise.
  def booking(from: "83702", to: "97801", at: now + (4 * HOUR), hours: 8, **more)
    {
      customer_id:,
      price: {
        kind: "flat",
        rate: "1850.00",
        fuel_kind: "percent",
        fuel_rate: "20",
        accessorials: []
      },
      freight: [{ what: "Yellow onions", pieces: 22, unit: "pallets", weight_lb: 44_000 }],
      references: [{ kind: "po", value: "PO-77" }],
      stops: [
        { kind: "pickup", where: from, from: at, to: at + HOUR },
        { kind: "delivery", where: to, from: at + (hours * HOUR), to: nil }
      ],
      **more
    }
  end

  def book(**more) = Work::Freight::BookLoad.call(booking(**more), by: maren, now:)
  # A load that others may share its truck with.
  def partial(pounds, **more) =
    book(
      size: "partial",
      freight: [{ what: "Pallets", pieces: 4, unit: "pallets", weight_lb: pounds }],
      **more
    )
  def load(id) = Store::Freight.load(id)

  # A load with its crew told. Returns [load id, trip id].
  def sent(crew = self.crew, **more)
    load_id = book(**more)
    Work::Freight::CrewLoad.call(load_id, crew, by: maren, now:)
    Work::Freight::SendLoad.call(load_id, {}, by: maren, now:)
    [load_id, Store::Freight.live_trip(load_id)[:id]]
  end

  def check_in(trip_id, kind, at: now, by: driver, **more)
    Work::Tracking::CheckIn.call(trip_id, { kind:, done_at: at, **more }, driver: by, now: [now, at].max)
    follow_trips([now, at].max)
  end

  # What the worker does after something was told of trips, but for the forecast.
  def self.follow_trips(now)
    waiting = DB[:que_jobs].where(job_class: "Jobs::FollowTrip")
    trip_ids = waiting.select_map(:kwargs).map { |kwargs| kwargs["trip_id"] }
    waiting.delete
    trip_ids.uniq.each { |trip_id| Work::Tracking::FollowUp.call(trip_id, now:) }
  end

  def follow_trips(at = now) = Given.follow_trips(at)

  # The whole way, arrival to signature, with these minutes at each stop.
  def deliver(trip_id, begins: now, dwell_minutes: [60, 60], by: driver)
    check_in(trip_id, "accepted", at: begins, by:)
    check_in(trip_id, "on_my_way", at: begins, by:)
    stops = Store::Freight.trip_stops(trip_id).all
    at = begins
    stops.zip(dwell_minutes) do |stop, minutes|
      check_in(trip_id, "arrived", at: at += HOUR, by:)
      check_in(
        trip_id,
        stop[:kind] == "pickup" ? "loaded" : "delivered",
        at: at += minutes * 60,
        by:,
        signer: "R. Dock"
      )
      check_in(trip_id, "left", at:, by:) unless stop == stops.last
    end
  end

  # The smallest PNG there is: one pixel.
  def photo =
    Base64.decode64(
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg=="
    )

  def keep_photo(trip_id, kind: "bol", by: driver, key: nil)
    stop_id = Store::Freight.trip_stops(trip_id).first[:stop_id]
    Work::Tracking::KeepPaper.call(trip_id, photo, { kind:, stop_id:, key: }, driver: by, now:)
    follow_trips
  end
end
