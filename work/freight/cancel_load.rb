# frozen_string_literal: true

# Cancels a load that is not delivered, with a reason; its crew is free again and told. Where the customer pays for the
# truck that he ordered and did not use, that is all that the load costs, beside permits that were obtained for it.
module Work::Freight::CancelLoad
  # input - { key:, why:, not_used: decimal text, nil for what is charged for that already, if anything }
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "cancel_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      status = Core::Freight.step(load[:status], "cancelled")
      Work::Partners::Turns.withdraw(load_id, now:)
      trips = Work::Freight::ReleaseCrew.call(load_id)
      amount = input[:not_used] ? BigDecimal(input[:not_used]) : charged(load_id)
      costs = amount ? not_used(load_id, amount) : {}
      Store::Freight::Loads.change(load, status:, cancel_reason: input[:why], **costs)
      trips.each { |trip| Work::Tracking::WriteText.off(trip, load, now) unless trip[:status] == "planned" }
      total = costs[:total] ? { total: [load[:total], costs[:total]] } : {}
      act.changed("load", load_id, { status: [load[:status], status], **total }, why: input[:why])
      load_id
    end
  end

  # Dollars, or nil.
  def self.charged(load_id) = Store::Freight::Accessorials.where(load_id:, kind: "not_used").sum(:amount)

  # Writes the charge; returns what the load itself has of it.
  def self.not_used(load_id, amount)
    lines = Store::Freight::Accessorials.where(load_id:)
    lines.exclude(kind: Work::Permits::PriceIn::KINDS).or(load_id:, kind: nil).delete
    label = Core::Billing::CODES.fetch("not_used")
    Store::Freight::Accessorials.insert(load_id:, position: lines.count, kind: "not_used", label:, amount:)
    sum = lines.sum(:amount)
    {
      price_kind: "flat",
      price_rate: 0,
      line_haul: 0,
      fuel_kind: "none",
      fuel_rate: 0,
      fuel_by_scale: false,
      diesel_lacking_on: nil,
      fuel_surcharge: 0,
      accessorial_total: sum,
      total: sum
    }
  end
  private_class_method :charged, :not_used
end
