# frozen_string_literal: true

# Closes a billed load: the customer has paid.
module Work::Billing::CloseLoad
  # input - { key:, paid_on: Date }
  # Raises Refused `wrong_status`, `before_invoice`, `not_yet`.
  def self.call(load_id, input, by:, now:)
    Work::Act.once(input[:key], "close_load", by:, now:, input: input.merge(load_id:)) do |act|
      load = Store::Freight.load_for_change(load_id) or raise Store::NotFound.new("load", load_id)
      status = Core::Freight.step(load[:status], "closed")
      paid_on = Work::Billing::Day.read(input[:paid_on], "/paid_on", now:)
      if paid_on < load[:invoiced_on]
        raise Refused.new(
                "before_invoice",
                "The invoice is of #{load[:invoiced_on]}: it cannot be paid before.",
                path: "/paid_on"
              )
      end

      Store::Freight::Loads.change(load, status:, paid_on:)
      act.changed("load", load_id, { status: [load[:status], status], paid_on: [nil, paid_on] })
      load_id
    end
  end
end
