# frozen_string_literal: true

# Partners' bills, what is owed to whom, and what was paid in a year.
module Reads::Partners::Bills
  COLUMNS = %i[
    id
    partner_id
    trip_id
    payment_id
    number
    billed_on
    received_at
    source
    total
    agreed
    status
    quick_pay
    discount
    due_on
    why
    content_type
    version
  ].freeze

  # By status, what is due first; `waiting` are loads that were hauled and of which no bill came.
  def self.all(status: nil)
    rows =
      DB[:partner_bills]
        .join(:partners, id: :partner_id)
        .join(:partner_trips, trip_id: Sequel[:partner_bills][:trip_id])
        .join(:loads, id: Sequel[:partner_trips][:load_id])
        .order(:due_on, Sequel[:partner_bills][:id])
    rows = rows.where(Sequel[:partner_bills][:status] => status) if status
    rows
      .limit(500)
      .select(*COLUMNS.map { |name| Sequel[:partner_bills][name] })
      .select_append(
        Sequel[:partners][:name].as(:partner),
        Sequel[:loads][:id].as(:load_id),
        Sequel[:loads][:number].as(:load),
        Sequel[:loads][:total].as(:load_total)
      )
      .all
  end

  # Approved and not paid, dollars.
  def self.owed =
    DB[:partner_bills].where(status: "approved").get(
      Sequel.function(:sum, Sequel[:total] - Sequel[:discount])
    ) || 0

  # Owed for and not billed, hauled or called off: rows of trip_id, partner, load and what is agreed.
  def self.unbilled
    costs = DB[:partner_costs].where(Sequel[:partner_costs][:trip_id] => Sequel[:partner_trips][:trip_id])
    Store::Partners
      .hauled
      .join(:loads, id: Sequel[:partner_trips][:load_id])
      .where(Sequel[:trips][:status] => ["delivered", *Core::Partners::OVER])
      .where(costs.exists)
      .exclude(
        DB[:partner_bills]
          .where(Sequel[:partner_bills][:trip_id] => Sequel[:partner_trips][:trip_id])
          .exclude(status: "refused")
          .exists
      )
      .order(Sequel[:trips][:delivered_at])
      .select(
        Sequel[:partner_trips][:trip_id],
        :partner_id,
        Sequel[:partners][:name].as(:partner),
        Sequel[:loads][:id].as(:load_id),
        Sequel[:loads][:number].as(:load),
        Sequel[:trips][:delivered_at],
        costs.select { sum(amount) }.as(:agreed)
      )
      .all
  end

  # What each partner was paid in a calendar year: rows of name, tax_number (opened) and paid, for Form 1099-NEC.
  def self.paid_in(year) =
    DB[:partner_payments]
      .join(:partners, id: :partner_id)
      .where(paid_on: Date.new(year, 1, 1)..Date.new(year, 12, 31))
      .group(Sequel[:partners][:id])
      .order(:name)
      .select(:name, :address, :town, :state, :zip, :tax_number)
      .select_append(Sequel.function(:sum, :amount).as(:paid))
      .map { |row| row.merge(tax_number: Store::Sealed.unseal(row[:tax_number])) }

  # Raises Store::NotFound.
  def self.content(id) =
    DB[:partner_bills].where(id:).exclude(content: nil).select(:content_type, :content).first ||
      raise(Store::NotFound.new("bill", id))
end
