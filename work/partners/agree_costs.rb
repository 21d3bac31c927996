# frozen_string_literal: true

# What a partner is paid for a trip, by category: agreed on with its price, added to while no bill of it stands.
module Work::Partners::AgreeCosts
  # input - { key:, version:, lines: [{ code:, label:, amount: decimal text }] }, the whole list. Returns the load's id.
  # Raises Refused `billed`; Work::Stale.
  def self.call(trip_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "agree_partner_costs",
      by:,
      now:,
      input: Work::Act.plain(input.merge(trip_id:))
    ) do |act|
      hauled = Store::Partners::Trips.where(trip_id:).for_update.first or
        raise Store::NotFound.new("trip", trip_id)
      check(hauled, input)
      before = Store::Partners.agreed([trip_id])[trip_id] || 0
      write(trip_id, input[:lines])
      after = Store::Partners.agreed([trip_id])[trip_id] || 0
      Work::Partners::TellPartner.changed(trip_id)
      act.changed(
        "load",
        hauled[:load_id],
        { partner_paid: [Money.rate_text(before), Money.rate_text(after)] }
      )
      Work::Partners::TakeBill.look_again(trip_id, act)
      hauled[:load_id]
    end
  end

  def self.check(hauled, input)
    trip_id = hauled[:trip_id]
    if Store::Partners::Bills.where(trip_id:, status: %w[approved paid]).any?
      raise Refused.new("billed", "Its bill is approved: what was agreed stays.", path: "")
    end

    Work::Stale.check(hauled, input[:version], of: ["load", hauled[:load_id]], yours: input.slice(:lines)) do
      { lines: Store::Partners::Costs.where(trip_id:).order(:position).select(:code, :label, :amount).all }
    end
  end

  def self.write(trip_id, lines)
    Store::Partners::Costs.where(trip_id:).delete
    lines.each_with_index do |line, position|
      label = line[:label].to_s.strip
      label = Core::Partners::COSTS.fetch(line[:code]) if label.empty?
      Store::Partners::Costs.insert(
        trip_id:,
        position:,
        code: line[:code],
        label:,
        amount: BigDecimal(line[:amount])
      )
    end
  end
  private_class_method :check, :write
end
