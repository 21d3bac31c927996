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
    def doubtful = exclude(doubts: Sequel.pg_array([], :text))

    # Forgets what is gone since before an instant and nobody offered for: prices of lanes look no further back.
    def forget_gone_before(instant) =
      where { gone_at < instant }.exclude(id: Store::Market::Offers.select(:posting_id)).delete
  end
