# frozen_string_literal: true

# Writes down what is agreed on price: a fuel scale from a day on, what a charge is, what a lane is. What is agreed for
# the same customer and day, code or lane is put in the place of what was there.
module Work::Billing::Agree
  P = Store::Billing::Prices

  # input - customer_id, from_on, region, kind, base, step, each, counting, places, lag_days
  # Returns the id. Loads that are not billed follow. Raises Store::NotFound.
  def self.scale(input, by:, now:)
    Work::Act.once(nil, "agree_fuel_scale", by:, now:) do |act|
      customer(input[:customer_id])
      row = input.merge(input.slice(:base, :step, :each).transform_values { |text| BigDecimal(text) })
      row[:region] = row[:region].strip.upcase
      id = kept(P::Scales, row, %i[customer_id from_on], act)
      Work::Billing::FollowFuel.call(act, P.by_scale(customer_id: row[:customer_id]), now:)
      changed(act, row[:customer_id], fuel_scale: "from #{row[:from_on]}")
      id
    end
  end

  # Raises Refused `scale_in_use` where loads that are not billed would be left without one.
  def self.drop_scale(id, by:, now:)
    Work::Act.once(nil, "drop_fuel_scale", by:, now:) do |act|
      row = P::Scales.lock(id) or raise Store::NotFound.new("fuel scale", id)
      P::Scales.at(id).delete
      loads = P.by_scale(customer_id: row[:customer_id])
      bare = bare(loads, now)
      if bare
        raise Refused.new(
                "scale_in_use",
                "#{bare} goes by it: agree on another scale first, or price it by hand.",
                path: ""
              )
      end

      Work::Billing::FollowFuel.call(act, loads, now:)
      changed(act, row[:customer_id], fuel_scale: "none from #{row[:from_on]}")
      id
    end
  end

  # input - customer_id or nil for all, code, label, amount
  def self.charge(input, by:, now:)
    Work::Act.once(nil, "agree_charge", by:, now:) do |act|
      customer(input[:customer_id]) if input[:customer_id]
      row = input.merge(label: input[:label].strip, amount: BigDecimal(input[:amount]))
      id = kept(P::Charges, row, %i[customer_id code label], act)
      changed(act, row[:customer_id], charge: "#{row[:label]} $#{Money.text(Money.cents(row[:amount]))}")
      id
    end
  end

  def self.drop_charge(id, by:, now:) =
    Work::Act.once(nil, "drop_charge", by:, now:) { |act| drop(act, P::Charges, id, :charge, :label) }

  # input - customer_id, origin, destination, price_kind, rate, from_on, until_on or nil
  # Raises Refused `unknown_lane_end`, `ends_before`.
  def self.lane(input, by:, now:)
    Work::Act.once(nil, "agree_lane", by:, now:) do |act|
      customer(input[:customer_id])
      ends = %i[origin destination].to_h { |name| [name, lane_end(name, input[name])] }
      if input[:until_on] && input[:until_on] < input[:from_on]
        raise Refused.new("ends_before", "It ends before it begins.", path: "/until_on")
      end

      row = { until_on: nil, **input, **ends, rate: BigDecimal(input[:rate]) }
      id = kept(P::Lanes, row, %i[customer_id origin destination from_on], act)
      changed(act, row[:customer_id], lane_price: "#{row[:origin]} to #{row[:destination]}")
      id
    end
  end

  def self.drop_lane(id, by:, now:) =
    Work::Act.once(nil, "drop_lane", by:, now:) { |act| drop(act, P::Lanes, id, :lane_price, :origin) }

  def self.customer(id) =
    Store::Fleet::Customers.lock_softly(id) || raise(Store::NotFound.new("customer", id))

  def self.lane_end(name, text)
    states = Store::Fleet::Zips.distinct.select_map(:state)
    found = Core::Billing::LanePrice.read(text, states) or
      raise Refused.new(
              "unknown_lane_end",
              "Write a town with its state, or a state: Boise, ID or ID.",
              path: "/#{name}"
            )
    return found.text if found.town.nil? || Store::Fleet.town?(found.town, found.state)

    raise Refused.new(
            "unknown_lane_end",
            "No town #{found.text} is known: check its spelling.",
            path: "/#{name}"
          )
  end

  # The number of the first load that no scale holds for, or nil.
  def self.bare(loads, now)
    rows = loads.all
    left = P.picked_up_at(rows.map { |row| row[:id] })
    fuel = Store::Billing::Prices.fuels
    rows
      .find { |row| fuel.call(row[:customer_id], Store::Billing::Prices.day(row, left[row[:id]], now)).nil? }
      &.fetch(:number)
  end

  def self.kept(table, row, key, act) = table.keep({ **row, by: act.by.name, at: act.now }, key:)

  def self.drop(act, table, id, what, shown)
    row = table.lock(id) or raise Store::NotFound.new(what.to_s.tr("_", " "), id)
    table.at(id).delete
    changed(act, row[:customer_id], what => "no more: #{row[shown]}")
    id
  end

  # What is agreed with all is the company's.
  def self.changed(act, customer_id, **what) =
    act.changed(
      customer_id ? "customer" : "company",
      customer_id || 1,
      what.transform_values { |text| [nil, text] }
    )
  private_class_method :customer, :lane_end, :bare, :kept, :drop, :changed
end
