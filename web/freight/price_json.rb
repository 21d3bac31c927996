# frozen_string_literal: true

# The JSON of what a load costs, and of the way that it is priced by.
module Web::Freight::PriceJson
  Figures = Web::Figures

  # quote - Work::Freight::Quote
  def self.quote(quote) =
    { **quote.to_h, fuel: quote.by_scale? ? Web::Billing::PricesJson.kept(quote.fuel) : nil }

  def self.price(page)
    load = page.load
    {
      kind: load[:price_kind],
      rate: Figures.rate(load[:price_rate]),
      fuel_kind: load[:fuel_by_scale] ? "scale" : load[:fuel_kind],
      fuel_rate: Figures.rate(load[:fuel_rate]),
      confirmed_total: Figures.money(load[:confirmed_total]),
      accessorials:
        page.accessorials.map do |row|
          {
            **row.slice(:id, :label, :kind, :permit_id, :authorised_as).compact,
            amount: Figures.money(row[:amount])
          }
        end
    }
  end

  def self.totals(page)
    load = page.load
    {
      line_haul: Figures.money(load[:line_haul]),
      fuel_surcharge: Figures.money(load[:fuel_surcharge]),
      accessorials: Figures.money(load[:accessorial_total]),
      total: Figures.money(load[:total]),
      miles: Figures.miles(load[:miles]),
      miles_estimated: load[:miles_estimated],
      weight_lb: page.weight_lb,
      fuel: load[:fuel_by_scale] ? Web::Billing::PricesJson.kept(load) : nil,
      legs: page.stops.each_cons(2).map { |from, to| leg(from, to) }
    }
  end

  def self.leg(from, to)
    {
      from: "#{from[:town]}, #{from[:state]}",
      to: "#{to[:town]}, #{to[:state]}",
      miles: Figures.miles(to[:leg_miles] || 0),
      minutes: to[:leg_minutes],
      by_state: to[:leg_by_state] || [],
      estimated: to[:leg_estimated]
    }
  end
  private_class_method :leg
end
