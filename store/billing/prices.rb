# frozen_string_literal: true

# What is agreed with customers on price, and the price of diesel.
module Store::Billing::Prices
  Diesel = Store::Table.of(:diesel_prices)
  Scales = Store::Table.of(:fuel_scales) { def of(customer_id) = where(customer_id:) }
  Charges = Store::Table.of(:charge_prices)
  Lanes = Store::Table.of(:lane_agreements)

  # Loads that a bill may still be made of, whose fuel goes by a customer's scale: held by nobody yet.
  # ids - nil for all; customer_id - nil for all
  def self.by_scale(ids: nil, customer_id: nil)
    loads = Store::Freight::Loads.where(fuel_by_scale: true).where(status: Core::Freight::Statuses::UNBILLED)
    loads = loads.where(id: ids) if ids
    loads = loads.where(customer_id:) if customer_id
    loads.order(:id)
  end

  # When the first stop of loads was really left, where it was: { load id => Time }.
  def self.picked_up_at(load_ids) =
    Store::Freight::Stops
      .join(:trip_stops, stop_id: Sequel[:stops][:id])
      .where(Sequel[:stops][:position] => 0, :load_id => load_ids)
      .exclude(left_at: nil)
      .group(:load_id)
      .select_hash(:load_id, Sequel.function(:min, :left_at).as(:at))

  # What a customer's scale comes to for a load picked up on a day: Core::Billing::Fuel::Surcharge, nil where none holds.
  def self.fuel(customer_id, day) = fuels.call(customer_id, day)

  # The same for many loads of many customers, read once: a proc of customer_id and day.
  def self.fuels
    prices = Diesel.map { |row| Core::Billing::Fuel::Price.new(**row.slice(:region, :told_on, :price)) }
    scales =
      Hash.new do |known, customer_id|
        known[customer_id] = Scales
          .of(customer_id)
          .map { |row| Core::Billing::Fuel::Scale.new(**row.except(:id, :customer_id, :by, :at)) }
      end
    ->(customer_id, day) { Core::Billing::Fuel.on(day, scales[customer_id], prices) }
  end

  # What a load keeps of it.
  def self.columns(surcharge) =
    {
      fuel_kind: surcharge.scale.kind,
      fuel_rate: surcharge.rate,
      diesel_price: surcharge.price&.price,
      diesel_told_on: surcharge.price&.told_on,
      diesel_lacking_on: surcharge.lacking
    }

  # Core::Billing::Fuel.day of a load. load - pickup_at, pickup_zone
  def self.day(load, left_at, now)
    zone = load[:pickup_zone] ? TZInfo::Timezone.get(load[:pickup_zone]) : Store::Company.zone
    Core::Billing::Fuel.day(zone, left_at:, planned_at: load[:pickup_at], now:)
  end

  # What a customer is charged by code.
  def self.charges(customer_id) =
    Charges
      .where(Sequel.|({ customer_id: }, { customer_id: nil }))
      .order(:code, :label)
      .all
      .then { |rows| Core::Billing.own_first(rows) }

  # The price that stands for a lane on a day: Core::Billing::LanePrice::Price, or nil. from, to - rows with town and state
  def self.lane(customer_id, from, to, day)
    states = [from, to].map { |row| row[:state] }
    prices = Lanes.where(customer_id:).map { |row| [lane_price(row), *ends(row, states)] }
    towns = [from, to].map { |row| Core::Billing::LanePrice::End.new(**row.slice(:town, :state)) }
    Core::Billing::LanePrice.on(day, *towns, prices.select(&:all?))
  end

  def self.lane_price(row) =
    Core::Billing::LanePrice::Price.new(
      kind: row[:price_kind],
      **row.slice(:id, :origin, :destination, :rate, :from_on, :until_on)
    )
  def self.ends(row, states) =
    row.values_at(:origin, :destination).map { |text| Core::Billing::LanePrice.read(text, states) }
  private_class_method :lane_price, :ends
end
