# frozen_string_literal: true

# Books a load: from then on it is open, and may wait without a crew for as long as it likes.
module Work::Freight::BookLoad
  # Raises Refused with the path of the field; nothing is saved then.
  def self.call(input, by:, now:)
    Work::Act.once(input[:key], "book_load", by:, now:, input: Work::Act.plain(input)) do |act|
      writer = Work::Freight::LoadWriter.new(input, by:, now:)
      writer.check
      id = Store::Freight::Loads.insert(**writer.columns, booked_by: by.name, booked_at: now)
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
          total: [nil, row[:total]]
        }
      )
      id
    end
  end
end
