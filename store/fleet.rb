# frozen_string_literal: true

# The directory: customers, places, drivers with their pay plans, and units.
module Store::Fleet
  Units = Store::Table.of(:units)
  # Papers of which the driver's own record holds the date.
  IN_RECORD = { "licence" => :licence_expires_on, "medical_card" => :medical_expires_on }.freeze
  Credentials = Store::Table.of(:credentials)
  Customers = Store::Table.of(:customers)
  Places = Store::Table.of(:places)
  DaysOff = Store::Table.of(:days_off)

  # What people may write, by table; a driver's rates go to a pay plan of their own.
  COLUMNS = {
    customers: %i[
      name
      payer
      terms_days
      address
      town
      state
      zip
      phone
      email
      notes
      detention_free_minutes
      detention_step_minutes
      detention_hourly
      tell_late
      papers_wanted
      bill_email
      credit_limit
      credit_stops
      bill_by
      discount_percent
      discount_days
    ],
    places: %i[
      name
      zip
      town
      state
      latitude
      longitude
      zone
      address
      contact
      phone
      dock_hours
      driver_notes
      radius_m
    ],
    drivers: %i[
      name
      number
      phone
      email
      notes
      employment
      terminal_id
      licence_class
      licence_expires_on
      medical_expires_on
      hazmat
      hours_rules
      home_by
      forbidden_states
      languages
      preferences
      dispatcher_id
      smartphone
    ],
    units: %i[
      number
      kind
      trailer_kind
      terminal_id
      plate
      plate_state
      vin
      make
      model
      model_year
      length_ft
      notes
      capacity_lb
      capacity_cuft
      inner_length_in
      height_in
      tare_lb
      registered_lb
      miles_per_gallon
      owner_driver_id
      owner_company_id
      operator_id
      logging_device
      leased
      company_plates
      fee
      rent_daily
      axle_spacings_ft
      active_from
      active_to
      service_due_on
      service_every_miles
      serviced_on
      tarps
    ]
  }.freeze
  RATES = Core::Company::Confidential::RATES
  # What a plan of pay has beyond its rates.
  TERMS = %i[
    miles_by
    haul_bands
    percent_of
    activity_rates
    overtime_after_hours
    per_diem_mile_rate
    per_diem_daily
    day_minimum
    detention_free_minutes
    detention_step_minutes
  ].freeze
  NAME = { customers: :name, places: :name, drivers: :name, units: :number }.freeze
  KIND = { customers: "customer", places: "place", drivers: "driver", units: "unit" }.freeze

  # The table of a kind of record: :customers, :places, :drivers or :units.
  def self.rows(table) = { customers: Customers, places: Places, drivers: Drivers, units: Units }.fetch(table)
  def self.name_of(table, id) = rows(table).at(id).get(NAME[table])

  def self.page(table, query, page:, per_page: 100)
    rows = table == :drivers ? DB[table].where(partner_id: nil) : DB[table]
    found = Store::Words.find(rows, query)
    rows = found.order(:retired, NAME[table], :id).limit(per_page, (page - 1) * per_page).all
    [with_rates(table, rows), found.count]
  end

  def self.find(table, id) = with_rates(table, DB[table].where(id:).all).first

  # Is there a town of that name, among ZIPs or in the directory?
  def self.town?(town, state) =
    [Zips, Places].any? do |rows|
      rows.where(state:).where(Sequel.function(:lower, :town) => town.downcase).any?
    end

  def self.driver_ids = DB[:drivers].where(partner_id: nil).order(:id).select_map(:id)

  # Drivers at work, by number: [id, when the device was last heard].
  def self.heard_drivers = DB[:drivers].where(retired: false).select_hash(:number, %i[id device_heard_at])

  # The pay plan in force for a driver on a day, or the first one there is.
  def self.pay_plan(driver_id, day)
    plans = DB[:pay_plans].where(driver_id:)
    plans.where { in_force_from <= day }.reverse(:in_force_from).first || plans.order(:in_force_from).first
  end

  # The driver whom a text names, whatever its capitals: his id, or nil.
  # How long a trailer is inside, by its own measure or its length; nil where nobody told it. unit - row
  def self.inside_in(unit) = unit[:inner_length_in] || (unit[:length_ft] && (unit[:length_ft] * 12))

  # What a driver or a company is called on its units.
  def self.rename_on_units(name, driver_id: nil, company_id: nil)
    if driver_id
      DB[:units].where(operator_id: driver_id).update(operator: name)
      DB[:units].where(owner_driver_id: driver_id).update(owner: name)
    else
      DB[:units].where(owner_company_id: company_id).update(owner: name)
    end
  end

  # Names of rows by id.
  def self.names(table, ids) = DB[table].where(id: ids).select_hash(:id, :name)

  # A ZIP, or towns by the start or any part of their name ("boi", "Boise, ID"), best first.
  def self.towns(query, limit: 12)
    text = query.to_s.strip
    if text.match?(/\A\d{3,5}\z/)
      return DB[:zips].where(Sequel.like(:zip, "#{text}%")).order(:zip).limit(limit).all
    end

    # "hood ri" is the beginning of Hood River before it is a town of Rhode Island.
    found = towns_that_begin(text.downcase, nil, limit)
    found.any? ? found : towns_that_begin(*split_town(text), limit)
  end

  # The one place that a typed ZIP or "Town, ST" means. Returns [row] or the choices.
  def self.resolve_place(text)
    text = text.to_s.strip
    return DB[:zips].where(zip: text).all if text.match?(/\A\d{5}\z/)

    town, state = split_town(text)
    found = DB[:zips].where(Sequel.function(:lower, :town) => town)
    found = found.where(state:) if state
    found.distinct(:state).order(:state, :zip).all
  end

  def self.towns_that_begin(town, state, limit)
    return [] if town.length < 2

    found = state ? DB[:zips].where(state:) : DB[:zips]
    found
      .where(Sequel.function(:lower, :town).like("#{found.escape_like(town)}%"))
      .distinct(:state, :town)
      .order(:state, :town, :zip)
      .from_self(alias: :found)
      .order(Sequel.function(:length, :town), from_home, :state)
      .limit(limit)
      .all
  end

  # How far a town found is from the nearest of our terminals, squared and in degrees: of towns of one name the
  # one that we know is meant.
  def self.from_home
    away = ->(column) { Sequel[:home][column] - Sequel[:found][column] }
    DB[:terminals].join(Sequel[:zips].as(:home), zip: Sequel[:terminals][:zip]).select(
      Sequel.function(
        :min,
        (away.call(:latitude) * away.call(:latitude)) + (away.call(:longitude) * away.call(:longitude))
      )
    )
  end

  def self.split_town(text)
    match = text.match(/\A(.+?)(?:\s*,\s*|\s+)([A-Za-z]{2})\z/)
    match ? [match[1].downcase, match[2].upcase] : [text.downcase, nil]
  end

  def self.with_rates(table, rows)
    return rows unless table == :drivers

    plans =
      DB[:pay_plans]
        .where(driver_id: rows.map { |row| row[:id] })
        .order(:driver_id, Sequel.desc(:in_force_from))
        .distinct(:driver_id)
        .to_hash(:driver_id)
    rows.map { |row| row.merge((plans[row[:id]] || {}).slice(*RATES)) }
  end
  private_class_method :split_town, :towns_that_begin, :with_rates
end
