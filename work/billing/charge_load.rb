# frozen_string_literal: true

# Puts a charge on a load, or takes one off, up to the moment it is billed: what nobody knew when it was booked.
module Work::Billing::ChargeLoad
  # input - { key:, version:, kind: of Core::Billing::CODES or nil for other, label:, amount:, authorised_as: the customer's
  # number for it, if any }. Returns the load's id.
  # Raises Refused `wrong_status`; Store::NotFound; Work::Stale.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "charge_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = held(load_id, input)
      line = {
        kind: input[:kind],
        label: input[:label].strip,
        amount: BigDecimal(input[:amount]),
        authorised_as: input[:authorised_as].to_s.strip
      }
      position = (Store::Freight::Accessorials.where(load_id:).max(:position) || -1) + 1
      Store::Freight::Accessorials.insert(load_id:, position:, **line)
      moved(act, load, line, line[:amount], now)
    end
  end

  # input - { key:, version: }. What the permit file put there is taken off in the permit file.
  # Raises Refused `wrong_status`, `of_permits`; Store::NotFound; Work::Stale.
  def self.off(load_id, charge_id, input, by:, now:)
    Work::Act.once(input[:key], "uncharge_load", by:, now:, input: input.merge(load_id:, charge_id:)) do |act|
      load = held(load_id, input)
      line = line(load_id, charge_id)
      if line[:kind].to_s.start_with?("permit_")
        raise Refused.new("of_permits", "The permit file put this there: price its permits anew.", path: "")
      end

      Store::Freight::Accessorials.at(charge_id).delete
      moved(act, load, line, -line[:amount], now)
    end
  end

  # Whose word there is for a charge. input - { key:, version:, authorised_as: }. Raises the same.
  def self.authorise(load_id, charge_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "authorise_charge",
      by:,
      now:,
      input: input.merge(load_id:, charge_id:)
    ) do |act|
      load = held(load_id, input)
      line = line(load_id, charge_id)
      Store::Freight::Accessorials.at(charge_id).update(authorised_as: input[:authorised_as].strip)
      Store::Freight::Loads.change(load)
      act.changed("load", load_id, { line[:label] => [line[:authorised_as], input[:authorised_as].strip] })
      load_id
    end
  end

  def self.line(load_id, charge_id) =
    Store::Freight::Accessorials.first(id: charge_id, load_id:) ||
      raise(Store::NotFound.new("charge", charge_id))

  def self.held(load_id, input)
    load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
    Work::Stale.check(load, input[:version], of: ["load", load_id], yours: {}) { load.slice(:total) }
    return load if Core::Freight::Acts::LOAD[:charge].statuses.include?(load[:status])

    raise Refused.new(
            "wrong_status",
            "This load is #{load[:status]}: what it costs no longer changes.",
            path: ""
          )
  end

  def self.moved(act, load, line, amount, now)
    total = load[:total] + amount
    Store::Freight::Loads.change(load, accessorial_total: load[:accessorial_total] + amount, total:)
    Work::Pay::EarnTrip.correct_load(load[:id], now:)
    text = "#{line[:label]} $#{Money.text(Money.cents(line[:amount]))}"
    act.changed(
      "load",
      load[:id],
      { charge: amount.negative? ? [text, nil] : [nil, text], total: [load[:total], total] }
    )
    load[:id]
  end
  private_class_method :line, :held, :moved
end
