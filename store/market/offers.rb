# frozen_string_literal: true

# What we offered for posted freight.
Store::Market::Offers =
  Store::Table.of(:offers) do
    def of_freight(keys) = where(freight_key: keys, state: Core::Market::HOLDING)
    # What became of our offers to some brokers: { broker_id => { state => count } }.
    def record_of(broker_ids) =
      where(broker_id: broker_ids)
        .group_and_count(:broker_id, :state)
        .all
        .group_by { |row| row[:broker_id] }
        .transform_values { |rows| rows.to_h { |row| row.values_at(:state, :count) } }

    # With the reference of its posting, unless it was sent or taken back.
    def unsent(id) =
      where(Sequel[:offers][:id] => id, :receipt => nil, :state => "sent")
        .join(:postings, id: Sequel[:offers][:posting_id])
        .select_all(:offers)
        .select_append(Sequel[:postings][:reference].as(:posting_reference))
        .first

    def next_number = db.get(Sequel.function(:nextval, "offer_numbers"))
    # One that was taken back may be answered all the same.
    def awaiting(now) =
      where(state: "sent")
        .or(state: "withdrawn", answered_at: nil)
        .exclude(receipt: nil)
        .where { made_at > now - Core::Market::ANSWERED_WITHIN_SECONDS }
    # Taken back, and the poster has not heard of it.
    def untold(id) = where(id:, state: "withdrawn", withdrawal_told: false).exclude(receipt: nil).first
    def latest_first = reverse(:made_at, :id)
  end
