# frozen_string_literal: true

# Posted freight, who posts it, and our offers.
module Store::Market
  Feeds = Store::Table.of(:market_feeds)
  SetAside = Store::Table.of(:set_aside_postings)

  # States that are often asked for together.
  Areas = Store::Table.of(:market_areas)

  # Ways between towns, each found once.
  TownWays =
    Store::Table.of(:town_ways) do
      # What each way comes to, by the latitudes and longitudes of its ends.
      def by_ends =
        all.to_h do |row|
          [
            row.values_at(:from_latitude, :from_longitude, :to_latitude, :to_longitude),
            row.slice(:miles_tenths, :drive_minutes, :toll_cents)
          ]
        end
    end

  # Who posts, by authority number.
  Brokers =
    Store::Table.of(:brokers) do
      def by_number = select_hash(:authority_number, :id)

      # Over those that are there: what the register says now.
      def keep_all(rows) =
        insert_conflict(
          target: :authority_number,
          update: rows.first.keys.to_h { |key| [key, Sequel[:excluded][key]] }
        ).multi_insert(rows)

      # By number or by a part of the name, the best known first.
      def called(text) =
        where(authority_number: text.delete("^0-9").then { |digits| digits.empty? ? "-" : digits }).or(
          Sequel.ilike(:name, "%#{escape_like(text)}%")
        ).order(:name)
    end

  # How many trucks of all carriers are posted, by state and kind of trailer.
  TruckCounts =
    Store::Table.of(:truck_counts) do
      def replace(rows) =
        db.transaction do
          delete
          multi_insert(rows.uniq { |row| row.values_at(:state, :trailer_kind) })
        end
    end

  # The towns of postings as the ZIPs know them, by "town, ST" in small letters.
  def self.towns(names)
    pairs = names.map { |name| name.downcase.split(/,\s*/, 2) }.select { |pair| pair.length == 2 }
    DB[:zips]
      .where([Sequel.function(:lower, :town), Sequel.function(:lower, :state)] => pairs)
      .distinct(:town, :state)
      .order(:town, :state, :zip)
      .select(:town, :state, :zip, :latitude, :longitude, :zone)
      .all
      .to_h { |row| ["#{row[:town]}, #{row[:state]}".downcase, row] }
  end

  # The ZIP nearest to a point, for towns that have none of their name.
  def self.zip_near(point)
    Store::Fleet::Zips
      .nearest_first(point.latitude, point.longitude, Math.cos(point.latitude * Math::PI / 180))
      .select(:zip, :zone)
      .first
  end
end
