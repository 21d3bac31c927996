# frozen_string_literal: true

# What of bills to come a person should look at, read at once for many.
class Work::Billing::Unusual
  U = Core::Billing::Unusual

  # loads - Array of Facts::Load; today - Date. Returns { load id => Array of Finding }.
  def self.of(loads, today) = new(loads, today).all

  def initialize(loads, today)
    @loads = loads
    ids = loads.map { |load| load.row[:id] }
    @usual = Store::Billing::Usual.charges(loads.map { |load| load.row[:customer_id] }.uniq, today)
    @changed =
      Store::Billing::Usual.changed(loads.to_h { |load| [load.row[:id], load.row[:delivered_at]] }.compact)
    @driven = Store::Billing::Usual.driven(ids)
    @lumpers = Store::Billing::Usual.lumpers(ids)
    @unauthorised = Store::Billing::Usual.unauthorised(ids)
  end

  def all = @loads.to_h { |load| [load.row[:id], U.of(facts(load))] }

  private

  def facts(load)
    row = load.row
    by_mile = row[:price_kind] == "per_mile"
    U::Facts.new(
      lumpers: U.uncharged(*(@lumpers[row[:id]] || [[], []])),
      charges: load.charges,
      usual: usual(row[:customer_id], load.charges),
      unauthorised: @unauthorised[row[:id]] || [],
      changed: @changed[row[:id]],
      miles_tenths: by_mile && row[:miles] ? (row[:miles] * 10).to_i : nil,
      driven_tenths: @driven[row[:id]]&.then { |miles| (miles * 10).to_i },
      confirmed_cents: row[:confirmed_total]&.then { |dollars| Money.cents(dollars) },
      total_cents: load.cents
    )
  end

  def usual(customer_id, charges)
    codes = charges.map(&:code).uniq
    codes.to_h { |code| [code, U.middle(@usual[[customer_id, code]] || [])] }.compact
  end
end
