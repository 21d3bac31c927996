# frozen_string_literal: true

# The JSON of loads.
module Web::Freight::LoadJson
  Figures = Web::Figures
  # While it is still to move, what its permits lack is said.
  COLUMNS = %i[
    id
    number
    status
    version
    size
    tarps
    team_needed
    trailer_kind
    temperature_low_f
    temperature_high_f
    notes
    driver_notes
    cancel_reason
    booked_by
  ].freeze
  STOP = %i[
    id
    kind
    handling
    place_id
    name
    address
    town
    state
    zip
    zone
    latitude
    longitude
    notes
    reference
  ].freeze

  def self.page(parameters, now)
    list =
      Reads::Freight::LoadList.page(
        query: parameters[:q],
        **parameters.slice(:status, :customer_id, :size, :page)
      )
    live = Reads::Freight::ListLive.of(list.rows, now)
    {
      total: list.total,
      counts: list.counts,
      rows:
        list.rows.map do |row|
          one = live[row[:id]]
          row(row).merge(**one.to_h, heard_at: Figures.iso(one.heard_at))
        end
    }
  end

  def self.row(row)
    row.merge(
      pickup_at: Figures.iso(row[:pickup_at]),
      delivery_at: Figures.iso(row[:delivery_at]),
      total: Figures.money(row[:total]),
      miles: Figures.miles(row[:miles])
    )
  end

  # by - who looks: what may be done is told for him
  def self.of(id, by:)
    page = Reads::Freight::LoadPage.of(id)
    load = page.load
    {
      **load.slice(*COLUMNS),
      agreed_miles: Figures.miles(load[:agreed_miles]),
      proposed_miles: Web::Pay::ChangesJson.proposed_miles(page.proposed_miles),
      booked_at: Figures.iso(load[:booked_at]),
      invoice: invoice(load),
      customer: page.customer.slice(:id, :name),
      references: page.references.map { |row| row.slice(:kind, :value) },
      stops: page.stops.map { |row| stop(row, page.places[row[:place_id]] || {}) },
      freight: page.freight.map { |row| row.except(:id, :load_id, :position) },
      price: price(page),
      totals: totals(page),
      missing: Web::Freight::MissingJson.of(page),
      permits: page.permits?,
      allowed_acts: allowed_acts(page, by).map(&:to_h),
      trips: page.trips.map { |trip| Web::Freight::TripJson.of(trip, by:) },
      papers: page.papers.map { |row| paper(row, page.permit_papers[row[:id]]) }
    }
  end

  def self.allowed_acts(page, by) =
    Core::Freight::Acts.of_load(
      page.load[:status],
      size: page.load[:size],
      relayed: page.relayed?,
      not_used: page.accessorials.any? { |row| row[:kind] == "not_used" },
      roles: by.roles
    )

  def self.stop(row, place)
    {
      **row.slice(*STOP),
      from: Figures.iso(row[:from_at]),
      to: Figures.iso(row[:to_at]),
      **place.slice(:driver_notes, :contact, :phone, :dock_hours)
    }
  end

  def self.price(page)
    load = page.load
    {
      kind: load[:price_kind],
      rate: Figures.rate(load[:price_rate]),
      fuel_kind: load[:fuel_by_scale] ? "scale" : load[:fuel_kind],
      fuel_rate: Figures.rate(load[:fuel_rate]),
      confirmed_total: Figures.money(load[:confirmed_total]),
      accessorials:
        page.accessorials.map do |row|
          { **row.slice(:id, :label, :kind, :permit_id, :authorised_as).compact, amount: Figures.money(row[:amount]) }
        end
    }
  end

  def self.totals(page)
    load = page.load
    {
      line_haul: Figures.money(load[:line_haul]),
      fuel_surcharge: Figures.money(load[:fuel_surcharge]),
      accessorials: Figures.money(load[:accessorial_total]),
      total: Figures.money(load[:total]),
      miles: Figures.miles(load[:miles]),
      miles_estimated: load[:miles_estimated],
      weight_lb: page.weight_lb,
      fuel: load[:fuel_by_scale] ? Web::Billing::PricesJson.kept(load) : nil,
      legs: page.stops.each_cons(2).map { |from, to| leg(from, to) }
    }
  end

  def self.leg(from, to)
    {
      from: "#{from[:town]}, #{from[:state]}",
      to: "#{to[:town]}, #{to[:state]}",
      miles: Figures.miles(to[:leg_miles] || 0),
      minutes: to[:leg_minutes],
      by_state: to[:leg_by_state] || [],
      estimated: to[:leg_estimated]
    }
  end

  def self.invoice(load)
    load[:invoice_number] &&
      {
        number: load[:invoice_number],
        invoiced_on: Figures.iso(load[:invoiced_on]),
        paid_on: Figures.iso(load[:paid_on])
      }
  end

  # permit - the row of the permit that it is, or nil
  def self.paper(row, permit)
    named =
      permit ? { title: Web::Permits::PermitJson.title(permit), void: permit[:status] == "cancelled" } : {}
    { **row.slice(:id, :kind, :content_type, :bytes, :stop_id, :by), at: Figures.iso(row[:at]), **named }
  end
  private_class_method :row, :allowed_acts, :stop, :price, :totals, :leg, :invoice, :paper
end
