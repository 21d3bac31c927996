# frozen_string_literal: true

# Takes in what lanes were posted at: what is heard, and days before we listened, a few at a time, the latest first.
module Work::Market::TakePrices
  DAYS_BACK = Core::Market::Lanes::WINDOWS_DAYS.max
  DAYS_AT_ONCE = 5

  # rows - of postings, as they were taken in
  def self.of_postings(rows) = Store::Market::LanePrices.keep(rows.filter_map { |row| heard(row) })

  def self.heard(row)
    return unless row[:rate] && row[:doubts].empty? && row[:miles_tenths].to_i.positive?

    report(
      row[:service],
      row[:reference],
      row[:posted_at],
      [
        { zip: row[:origin_zip], state: row[:origin_state] },
        { zip: row[:destination_zip], state: row[:destination_state] }
      ],
      row[:trailer_kind],
      row[:miles_tenths],
      Money.cents(row[:rate])
    )
  end

  def self.report(service, reference, posted_at, (from, to), trailer_kind, miles_tenths, rate_cents)
    {
      service:,
      reference:,
      posted_at:,
      origin_area: Core::Market::Lanes.area(from[:zip]),
      origin_state: from[:state],
      destination_area: Core::Market::Lanes.area(to[:zip]),
      destination_state: to[:state],
      trailer_kind:,
      miles_tenths:,
      cents_per_mile: [Core::Market.per_mile(rate_cents, miles_tenths), 1].max
    }
  end

  # The days before we listened that are wanted next.
  def self.days_wanted(service, now)
    last = (Store::Market::Feeds.where(service:).get(:priced_from) || now.to_date) - 1
    last.downto([last - DAYS_AT_ONCE + 1, now.to_date - DAYS_BACK].max).to_a
  end

  # What the service says of one day. prices - Array of Services::PostingService::Price
  def self.of_day(service, day, prices)
    towns =
      Store::Market.towns(prices.flat_map { |price| [price.origin, price.destination] }.map(&:downcase).uniq)
    DB.transaction do
      Store::Market::LanePrices.keep(prices.filter_map { |price| past(service, price, towns) })
      Store::Market::Feeds.where(service:).update(priced_from: day)
    end
  end

  # Nil for a lane of a town that the ZIPs do not know, or of freight that cannot be.
  def self.past(service, price, towns)
    ends = [price.origin, price.destination].map { |name| towns[name.downcase] }
    return unless ends.all? && price.miles.positive? && Core::Fit::Judge::KIND.key?(price.trailer_kind)
    return if price.rate_cents.nil? || price.rate_cents < Core::Market::LEAST_RATE_CENTS

    report(
      service,
      price.reference,
      price.posted_at,
      ends,
      price.trailer_kind,
      price.miles * 10,
      price.rate_cents
    )
  end
  private_class_method :heard, :report, :past
end
