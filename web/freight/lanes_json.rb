# frozen_string_literal: true

# The JSON of what a customer moved lately.
module Web::Freight::LanesJson
  def self.of(customer_id)
    found = Reads::Freight::Lanes.of(customer_id)
    {
      lanes:
        found.lanes.map do |row|
          { **price(row), **row.slice(:origin, :destination, :loads), total: Web::Figures.money(row[:total]) }
        end,
      fuel: found.fuel && price(found.fuel)
    }
  end

  def self.price(row)
    {
      load_id: row[:id],
      number: row[:number],
      picked_up_on: picked_up_on(row).iso8601,
      kind: row[:price_kind],
      rate: Web::Figures.rate(row[:price_rate]),
      fuel_kind: row[:fuel_kind],
      fuel_rate: Web::Figures.rate(row[:fuel_rate])
    }
  end

  # By the clock of the place; where nobody told a time, when it was booked.
  def self.picked_up_on(row) =
    TZInfo::Timezone.get(row[:pickup_zone] || "UTC").to_local(row[:pickup_at] || row[:booked_at]).to_date
  private_class_method :price, :picked_up_on
end
