# frozen_string_literal: true

# Takes in what lanes were posted at: what is heard, and days before we listened, a few at a time, the latest first.
# Lanes are priced anew every few minutes, and trucks of all carriers counted.
class Work::Market::TakePrices
  DAYS_BACK = Store::Market::LanePrices::WINDOWS_DAYS.max
  DAYS_AT_ONCE = 5
  AGAIN_SECONDS = 600

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
    area = ->(town) { town[:zip].to_s[0, Store::Market::LanePrices::AREA_DIGITS] }
    {
      service:,
      reference:,
      posted_at:,
      origin_area: area.call(from),
      origin_state: from[:state],
      destination_area: area.call(to),
      destination_state: to[:state],
      trailer_kind:,
      miles_tenths:,
      cents_per_mile: [Core::Market.per_mile(rate_cents, miles_tenths), 1].max
    }
  end

  def initialize(name, service, now)
    @name = name
    @service = service
    @now = now
    @feed = Store::Market::Feeds.where(service: name).first || {}
  end

  # Asks for days before we listened, and prices lanes anew where it is time. Returns rows that cannot be read.
  def call
    unreadable = days.flat_map { |day| take(day) }
    if unreadable.any? || days.any? || due?
      counts, unread = @service.truck_counts
      unreadable += unread
      Store::Market::TruckCounts.replace(counts)
      Store::Market::LanePrices.work_out(@now)
      Store::Market::Feeds.where(service: @name).update(lanes_priced_at: @now)
    end
    unreadable
  end

  private

  def due? = @feed[:lanes_priced_at].nil? || @feed[:lanes_priced_at] < @now - AGAIN_SECONDS

  def days
    @days ||=
      begin
        last = (@feed[:priced_from] || @now.to_date) - 1
        last.downto([last - DAYS_AT_ONCE + 1, @now.to_date - DAYS_BACK].max).to_a
      end
  end

  def take(day)
    prices, unreadable = @service.prices(day)
    towns =
      Store::Market.towns(prices.flat_map { |price| [price.origin, price.destination] }.map(&:downcase).uniq)
    DB.transaction do
      Store::Market::LanePrices.keep(prices.filter_map { |price| past(price, towns) })
      Store::Market::Feeds.where(service: @name).update(priced_from: day)
    end
    unreadable
  end

  # Nil for a lane of a town that the ZIPs do not know, or of freight that cannot be.
  def past(price, towns)
    ends = [price.origin, price.destination].map { |name| towns[name.downcase] }
    return unless ends.all? && price.miles.positive? && Core::Fit::Judge::KIND.key?(price.trailer_kind)
    return if price.rate_cents.nil? || price.rate_cents < Core::Market::LEAST_RATE_CENTS

    self.class.report(
      @name,
      price.reference,
      price.posted_at,
      ends,
      price.trailer_kind,
      price.miles * 10,
      price.rate_cents
    )
  end
end
