# frozen_string_literal: true

# Books a load: from then on it is open, and may wait without a crew for as long as it likes.
module Work::Freight::BookLoad
  # Raises Refused with the path of the field; nothing is saved then.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "book_load", by:, now:, input: Work::Act.plain(input)) do |act|
      write(act, input)
    end
  end

  # The same within another act, which says more of where the load comes from.
  #
  # says - what the trail tells beside the load's own facts
  def self.write(act, input, says = {})
    writer = Work::Freight::LoadWriter.new(input, by: act.by, now: act.now)
    writer.check
    Work::Billing::CheckCredit.call(input[:customer_id], writer.total_cents)
    id = Store::Freight::Loads.insert(**writer.columns, booked_by: act.by.name, booked_at: act.now)
    writer.write_parts(id)
    Work::Freight::SearchText.write(id)
    row = Store::Freight.load(id)
    act.changed(
      "load",
      id,
      {
        status: [nil, "open"],
        customer: [nil, Store::Fleet::Customers.at(row[:customer_id]).get(:name)],
        origin: [nil, row[:origin]],
        destination: [nil, row[:destination]],
        total: [nil, row[:total]],
        **says
      }
    )
    id
  end
end
