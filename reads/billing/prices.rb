# frozen_string_literal: true

# What is agreed on price.
module Reads::Billing::Prices
  P = Store::Billing::Prices
  # Weeks of diesel that are shown.
  WEEKS = 12
  # scales, lanes - rows with customer; holds - { id of a scale => Core::Billing::Fuel::Surcharge } of those that hold today;
  # charges - rows, customer nil for all; diesel - rows, the latest first
  Value = Core::Value.of(:scales, :holds, :charges, :lanes, :diesel)
  # What holds for one customer. fuel - Core::Billing::Fuel::Surcharge or nil; charges - rows, one of each code and label;
  # credit - Core::Billing::Credit, nil where there is no limit
  Holding = Core::Value.of(:fuel, :charges, :credit)

  # now - Time
  def self.all(now)
    scales = named(P::Scales).order(:customer, Sequel.desc(:from_on)).all
    Value.new(
      scales:,
      holds: holds(scales, Store::Company.day_of(now)),
      charges: named(P::Charges).order(Sequel.asc(:customer, nulls: :first), :code, :label).all,
      lanes: named(P::Lanes).order(:customer, :origin, :destination, Sequel.desc(:from_on)).all,
      diesel: P::Diesel.reverse(:told_on, :region).limit(WEEKS).all
    )
  end

  # now - Time
  def self.of(customer_id, now) =
    Holding.new(
      fuel: P.fuel(customer_id, Store::Company.day_of(now)),
      charges: P.charges(customer_id),
      credit: Store::Billing.credit(customer_id)
    )

  def self.holds(scales, today)
    fuels = P.fuels
    scales
      .group_by { |row| row[:customer_id] }
      .filter_map do |customer_id, rows|
        fuel = fuels.call(customer_id, today) or next
        [rows.find { |row| row[:from_on] == fuel.scale.from_on }[:id], fuel]
      end
      .to_h
  end

  def self.named(rows) =
    rows
      .left_join(:customers, id: :customer_id)
      .select_all(rows.first_source_table)
      .select_append(Sequel[:customers][:name].as(:customer))
      .from_self
  private_class_method :named, :holds
end
