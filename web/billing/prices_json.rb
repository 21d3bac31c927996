# frozen_string_literal: true

# The JSON of what is agreed on price.
module Web::Billing::PricesJson
  def self.all(now)
    found = Reads::Billing::Prices.all(now)
    {
      scales:
        found.scales.map do |row|
          { **scale(row), holds: found.holds[row[:id]]&.then { |fuel| surcharge(fuel) } }
        end,
      charges:
        found.charges.map do |row|
          {
            **row.slice(:id, :customer_id, :customer, :code, :label),
            amount: Web::Figures.money(row[:amount])
          }
        end,
      lanes: found.lanes.map { |row| lane(row) },
      diesel:
        found.diesel.map do |row|
          { region: row[:region], told_on: row[:told_on].iso8601, price: diesel(row[:price]) }
        end
    }
  end

  # What holds for a customer who is booked for.
  def self.of(customer_id, now)
    found = Reads::Billing::Prices.of(customer_id, now)
    {
      scale: found.fuel && surcharge(found.fuel),
      charges:
        found.charges.map { |row| { **row.slice(:code, :label), amount: Web::Figures.money(row[:amount]) } }
    }
  end

  def self.surcharge(fuel) =
    {
      kind: fuel.scale.kind,
      rate: Web::Figures.rate(fuel.rate),
      diesel: fuel.price && diesel(fuel.price.price),
      told_on: Web::Figures.iso(fuel.price&.told_on),
      lacking_on: Web::Figures.iso(fuel.lacking)
    }

  # The same of a load that has it.
  def self.kept(load) =
    {
      kind: load[:fuel_kind],
      rate: Web::Figures.rate(load[:fuel_rate]),
      diesel: load[:diesel_price] && diesel(load[:diesel_price]),
      told_on: Web::Figures.iso(load[:diesel_told_on]),
      lacking_on: Web::Figures.iso(load[:diesel_lacking_on])
    }

  def self.scale(row) =
    {
      **row.slice(:id, :customer_id, :customer, :region, :kind, :counting, :places, :lag_days),
      from_on: row[:from_on].iso8601,
      **row.slice(:base, :step).transform_values { |dollars| diesel(dollars) },
      each: Web::Figures.rate(row[:each])
    }

  def self.lane(row) =
    {
      **row.slice(:id, :customer_id, :customer, :origin, :destination, :price_kind),
      rate: Web::Figures.rate(row[:rate]),
      from_on: row[:from_on].iso8601,
      until_on: Web::Figures.iso(row[:until_on])
    }

  # "3.659", "1.20"
  def self.diesel(dollars) = Web::Figures.rate(dollars)
  private_class_method :surcharge, :scale, :lane, :diesel
end
