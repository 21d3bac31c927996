# frozen_string_literal: true

# Postings, each as it was last heard of.
Store::Market::Postings =
  Store::Table.of(:postings) do
    # A later revision goes over an earlier one, whatever the order in which they came.
    def keep_all(rows)
      return if rows.empty?

      insert_conflict(
        target: %i[service reference],
        update: rows.first.keys.to_h { |key| [key, Sequel[:excluded][key]] },
        update_where: Sequel[:excluded][:revision] > Sequel[:postings][:revision]
      ).multi_insert(rows, slice: 500)
    end

    def live(now) = where(gone_at: nil).where { (closes_at > now) | (closes_at =~ nil) }
    def believed = where(doubts: Sequel.pg_array([], :text))

    # Forgets what is gone since before an instant and nobody offered for: prices of lanes look no further back.
    def forget_gone_before(instant) =
      where { gone_at < instant }.exclude(id: Store::Market::Offers.select(:posting_id)).delete

    # Median and quartiles of a mile, by lane of states and kind of trailer, of what was posted since an instant:
    # { [from, to, kind] => { count:, low:, median:, high: } }, in dollars.
    def lane_prices(since)
      per_mile = Sequel[:rate] / (Sequel[:miles_tenths] / Sequel.lit("10.0"))
      quartile = ->(share) { Sequel.function(:percentile_cont, share).within_group(per_mile) }
      believed
        .where { posted_at >= since }
        .where { miles_tenths > 0 }
        .exclude(rate: nil)
        .group(:origin_state, :destination_state, :trailer_kind)
        .select(
          :origin_state,
          :destination_state,
          :trailer_kind,
          Sequel.function(:count).*.as(:count),
          quartile.call(0.25).as(:low),
          quartile.call(0.5).as(:median),
          quartile.call(0.75).as(:high)
        )
        .to_hash(%i[origin_state destination_state trailer_kind])
    end

    # How many are posted from each state by kind: { [state, kind] => count }.
    def density(now) =
      live(now)
        .believed
        .group_and_count(:origin_state, :trailer_kind)
        .to_hash(%i[origin_state trailer_kind], :count)
  end
