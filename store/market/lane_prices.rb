# frozen_string_literal: true

# What was posted for lanes, and the quartiles of it.
module Store::Market::LanePrices
  Reports = Store::Table.of(:price_reports)
  Priced = Store::Table.of(:lane_prices)
  WINDOWS_DAYS = Core::Market::Lanes::WINDOWS_DAYS

  # rows - of price_reports: a later one of the same posting goes over an earlier one.
  def self.keep(rows)
    return if rows.empty?

    Reports.insert_conflict(
      target: %i[service reference],
      update: {
        cents_per_mile: Sequel[:excluded][:cents_per_mile]
      }
    ).multi_insert(rows.to_h { |row| [row.values_at(:service, :reference), row] }.values, slice: 1000)
  end

  # Works the quartiles out anew, and forgets what is older than they look back.
  def self.work_out(now)
    Reports.where { posted_at < now - (WINDOWS_DAYS.max * 86_400) }.delete
    DB.transaction do
      Priced.delete
      WINDOWS_DAYS.each { |days| levels.each { |level| priced(now, days, level) } }
    end
  end

  # { [days, origin, destination, kind] => Core::Market::Lanes::Reports } of those asked for. keys - Array of
  # [origin, destination, kind]
  def self.of(keys)
    return {} if keys.empty?

    asked = DB.values(keys.uniq).as(:asked, %i[origin destination trailer_kind])
    Priced
      .join(asked, %i[origin destination trailer_kind])
      .to_h do |row|
        [
          row.values_at(:days, :origin, :destination, :trailer_kind),
          Core::Market::Lanes::Reports.new(**row.slice(:count, :low, :median, :high))
        ]
      end
  end

  # What leaves a state, wherever to, and what comes: the other end is this.
  ANYWHERE = "*"

  # Of a kind of trailer, by state: { [days, origin, destination] => row } with one end anywhere.
  def self.of_states(trailer_kind) =
    Priced
      .where(trailer_kind:)
      .where(Sequel.|({ origin: ANYWHERE }, { destination: ANYWHERE }))
      .as_hash(%i[days origin destination])

  # What names a lane at each level: columns or expressions for [origin, destination].
  def self.levels
    lengths = Core::Market::Lanes::LENGTHS_MILES
    length =
      Sequel.case(
        lengths.each_with_index.map { |miles, i| [Sequel[:miles_tenths] <= miles * 10, "L#{i}"] },
        "L#{lengths.length}"
      )
    [
      %i[origin_area destination_area],
      %i[origin_state destination_state],
      [length, length],
      [:origin_state, ANYWHERE],
      [ANYWHERE, :destination_state]
    ]
  end

  def self.priced(now, days, (origin, destination))
    quartile = ->(share) do
      Sequel.function(:percentile_cont, share).within_group(:cents_per_mile).cast(:numeric) / 100
    end
    found =
      Reports
        .where { posted_at >= now - (days * 86_400) }
        .group(1, 2, 3, 4)
        .select(
          Sequel.cast(days, Integer).as(:days),
          Sequel.as(origin, :origin),
          Sequel.as(destination, :destination),
          :trailer_kind,
          Sequel.function(:count).*.as(:count),
          *[0.25, 0.5, 0.75].map { |share| quartile.call(share) }
        )
    DB[:lane_prices].insert(%i[days origin destination trailer_kind count low median high], found)
  end
  private_class_method :levels, :priced
end
