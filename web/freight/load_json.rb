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
      price: Web::Freight::PriceJson.price(page),
      totals: Web::Freight::PriceJson.totals(page),
      missing: Web::Freight::MissingJson.of(page),
      permits: page.permits?,
      partner: page.partner,
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
      partner: page.partner,
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
  private_class_method :row, :allowed_acts, :stop, :invoice, :paper
end
