# frozen_string_literal: true

# Partners for one load: who could haul it for how much, whom it is offered to, and who hauls it.
module Reads::Partners::OfLoad
  # choices - Array of Choice; tender - row, or nil where it was never offered; offers - rows of its last tender with
  # the partner's name; hauled - row of partner_trips with the partner's name, or nil; costs, confirmations, drivers -
  # rows of that trip; agreed - dollars of all costs; bill - row, or nil
  Value =
    Core::Value.of(
      :load,
      :choices,
      :tender,
      :offers,
      :hauled,
      :costs,
      :agreed,
      :confirmations,
      :drivers,
      :bill,
      :rules
    )
  # findings - of Core::Partners; price_cents - by the partner's own list, nil where none fits
  Choice = Core::Value.of(:id, :name, :phone, :findings, :price_cents, :score)

  # Raises Store::NotFound.
  def self.of(load_id, now:)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    tender = DB[:tenders].where(load_id:).reverse(:id).first
    hauled = Store::Partners.trip_of_load(load_id) || last(load_id)
    trip_id = hauled && hauled[:trip_id]
    Value.new(
      load:,
      choices: load[:status] == "open" ? choices(load, now) : [],
      tender:,
      offers: tender ? Store::Partners.offers(tender[:id]).all : [],
      hauled:,
      costs: DB[:partner_costs].where(trip_id:).order(:position).all,
      agreed: Store::Partners.agreed([trip_id])[trip_id] || BigDecimal(0),
      confirmations:
        DB[:partner_confirmations].where(trip_id:).reverse(:number).select(:number, :made_at, :mailed_to).all,
      drivers: trip_id ? Store::Freight.trip_drivers(trip_id).all : [],
      bill:
        DB[:partner_bills]
          .where(trip_id:)
          .exclude(status: "refused")
          .select(*Reads::Partners::Bills::COLUMNS)
          .first,
      rules: Store::Partners.rules
    )
  end

  # One that was called off: it may still be owed something.
  def self.last(load_id) =
    Store::Partners.hauled.where(load_id:).reverse(Sequel[:partner_trips][:trip_id]).first

  # So many are shown: the first of all who may before who may not, the known and the cheaper first.
  MOST = 60

  def self.choices(load, now)
    findings = Store::Partners::Facts.findings(load, now)
    rows = DB[:partners].order(:name).select(:id, :name, :phone, :lanes).all
    prices = rows.to_h { |row| [row[:id], price(row, load)] }
    first =
      rows.min_by(MOST) do |row|
        blocked = findings.fetch(row[:id]).any? { |one| one.effect == "block" }
        [blocked ? 1 : 0, prices[row[:id]] ? 0 : 1, prices[row[:id]].to_i, row[:name]]
      end
    scores = Reads::Partners::Scores.of(first.map { |row| row[:id] })
    first.map do |row|
      id = row[:id]
      Choice.new(
        **row.slice(:id, :name, :phone),
        findings: findings.fetch(id),
        price_cents: prices[id],
        score: scores.fetch(id)
      )
    end
  end

  def self.price(row, load) =
    Core::Partners.lane_cents(
      JSON.parse(JSON.generate(row[:lanes]), symbolize_names: true),
      **load.slice(:origin, :destination, :miles)
    )
  private_class_method :last, :choices, :price
end
