# frozen_string_literal: true

# What the lanes of some postings pay: Core::Market::Lanes::Estimate by days looked back, by the posting's id.
module Work::Market::Lanes
  def self.of(rows)
    keys = rows.to_h { |row| [row[:id], keys(row)] }
    known = Store::Market::LanePrices.of(keys.values.flatten(1))
    keys.transform_values do |levels|
      Core::Market::Lanes::WINDOWS_DAYS.to_h do |days|
        [days, Core::Market::Lanes.estimate(levels.map { |level| known[[days, *level]] })]
      end
    end
  end

  # Narrowest first; none for a posting without a way.
  def self.keys(row)
    return [] if row[:miles_tenths].nil?

    Core::Market::Lanes
      .keys(
        origin_area: Core::Market::Lanes.area(row[:origin_zip]),
        destination_area: Core::Market::Lanes.area(row[:destination_zip]),
        **row.slice(:origin_state, :destination_state, :miles_tenths)
      )
      .map { |from, to| [from, to, row[:trailer_kind]] }
  end
  private_class_method :keys
end
