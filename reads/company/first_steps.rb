# frozen_string_literal: true

# What a company that begins has already, as its first steps ask.
module Reads::Company::FirstSteps
  # Of drivers who have a rate of any kind.
  RATED = Sequel.lit("greatest(loaded_mile_rate, percent, hourly_rate, per_load, per_ton) > 0")

  def self.all = Core::Company.first_steps(facts)

  def self.facts
    drivers = Store::Fleet::Drivers.at_work.order(:name)
    company = Store::Company.row
    Core::Company::FirstSteps::Facts.new(
      customers: Store::Fleet::Customers.where(retired: false).count,
      drivers: drivers.count,
      tractors: units("tractor"),
      trailers: units("trailer"),
      undated_drivers:
        drivers.where(Sequel.|({ licence_expires_on: nil }, { medical_expires_on: nil })).select_map(:name),
      undated_units:,
      without_phone: drivers.where(phone: "").select_map(:name),
      without_hours: drivers.exclude(id: Store::Hours.entries.unordered.select(:driver_id)).select_map(:name),
      without_rate: drivers.exclude(id: Store::Pay::Plans.where(RATED).select(:driver_id)).select_map(:name),
      identified: company.values_at(:address, :usdot_number).none?(&:empty?),
      loads: Store::Freight::Loads.count,
      sent: Store::Freight::Trips.exclude(status: %w[planned cancelled]).count,
      papers_in: Store::Freight::Loads.where(status: Core::Freight::Statuses::HAPPENED - ["delivered"]).count,
      locked_runs: Store::Pay::Runs.locked.count,
      people: Store::Company.accounts.count
    )
  end

  # Tractors and trailers of which one paper that a trip needs has no date.
  def self.undated_units
    dated = Store::Fleet::Credentials.where(replaced_by: nil).exclude(expires_on: nil)
    lacks =
      %w[registration annual_inspection].map do |kind|
        Sequel.~(id: dated.where(kind:).exclude(unit_id: nil).select(:unit_id))
      end
    Store::Fleet::Units.where(retired: false).where(Sequel.|(*lacks)).order(:number).select_map(:number)
  end

  def self.units(kind) = Store::Fleet::Units.where(kind:, retired: false).count
  private_class_method :facts, :units, :undated_units
end
