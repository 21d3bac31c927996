# frozen_string_literal: true

# Open loads of several customers in turn, each a quarter of an hour before the one before it.
module BenchLoads
  STATES = %w[ID OR WA UT MT NV].freeze

  # customers - ids; from - Time of the first
  def self.book(count, customers, from:, by:)
    zips = DB[:zips].where(state: STATES).order(:zip).select_map(:zip)
    count.times do |i|
      now = from - (i * 900)
      Work::Freight::BookLoad.call(
        {
          customer_id: customers[i % customers.length],
          references: [{ kind: "po", value: "PO-#{i}" }],
          price: {
            kind: "flat",
            rate: "1850"
          },
          freight: [{ what: "Onions", weight_lb: 44_000 }],
          stops: [
            { kind: "pickup", where: zips[i % zips.length], from: now, to: nil },
            { kind: "delivery", where: zips[(i * 7) % zips.length], from: now + 36_000, to: nil }
          ]
        },
        by:,
        now:
      )
    end
  end
end
