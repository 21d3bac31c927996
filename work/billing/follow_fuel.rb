# frozen_string_literal: true

# Puts the fuel surcharge of loads that go by their customer's scale where it is now: after a price of diesel came in, a
# scale was changed, a load was picked up on another day than planned. What is billed stays as it was billed.
module Work::Billing::FollowFuel
  # loads - a dataset of Store::Billing::Prices.by_scale. Returns how many changed.
  def self.call(act, loads, now:)
    ids = loads.select_map(:id)
    left = Store::Billing::Prices.picked_up_at(ids)
    fuel = Store::Billing::Prices.fuels
    ids.count { |id| one(act, id, left[id], fuel, now) }
  end

  # The same as an act of nobody's.
  def self.of(load_ids, by:, now:)
    loads = Store::Billing::Prices.by_scale(ids: load_ids)
    return 0 if loads.empty?

    Work::Act.once(nil, "follow_fuel", by:, now:) { |act| call(act, loads, now:) }
  end

  def self.one(act, load_id, left_at, fuel, now)
    load = Store::Freight.load_for_change(load_id)
    surcharge = fuel.call(load[:customer_id], Store::Billing::Prices.day(load, left_at, now)) or return false
    columns = Store::Billing::Prices.columns(surcharge)
    return false if load.slice(*columns.keys) == columns

    amount = Money.to_d(Core::Freight.fuel_surcharge_cents(load, **columns.slice(:fuel_kind, :fuel_rate)))
    total = load[:total] - load[:fuel_surcharge] + amount
    Store::Freight::Loads.change(load, **columns, fuel_surcharge: amount, total:)
    Work::Pay::EarnTrip.correct_load(load_id, now:)
    if amount != load[:fuel_surcharge]
      act.changed(
        "load",
        load_id,
        { fuel_surcharge: [load[:fuel_surcharge], amount], total: [load[:total], total] }
      )
    end
    true
  end
  private_class_method :one
end
