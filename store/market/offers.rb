# frozen_string_literal: true

# What we offered for posted freight.
Store::Market::Offers =
  Store::Table.of(:offers) do
    def of_freight(keys) = where(freight_key: keys, state: Core::Market::HOLDING)
    # What became of our offers to some brokers: { broker_id => { state => count } }; of what was booked of them how many
    # were called off again ("called_off"), and after how many days they paid in the middle ("paid_after").
    def record_of(broker_ids)
      states =
        where(broker_id: broker_ids)
          .group_and_count(:broker_id, :state)
          .all
          .group_by { |row| row[:broker_id] }
          .transform_values { |rows| rows.to_h { |row| row.values_at(:state, :count) } }
      [called_off(broker_ids), paid_after(broker_ids)].reduce(states) do |records, more|
        records.merge(more) { |_, one, other| one.merge(other) }
      end
    end

    def called_off(broker_ids) =
      where(broker_id: broker_ids)
        .join(:loads, id: :load_id)
        .where(status: "cancelled")
        .group(:broker_id)
        .select_hash(:broker_id, Sequel.function(:count).*.as(:count))
        .transform_values { |count| { "called_off" => count } }

    def paid_after(broker_ids) =
      where(broker_id: broker_ids)
        .join(:invoice_loads, load_id: :load_id)
        .join(:invoices, id: Sequel[:invoice_loads][:invoice_id])
        .join(:payment_parts, invoice_id: Sequel[:invoices][:id], undone_at: nil)
        .join(:customer_payments, id: Sequel[:payment_parts][:payment_id])
        .group(:broker_id)
        .select_hash(
          :broker_id,
          Sequel.lit("percentile_disc(0.5) WITHIN GROUP (ORDER BY received_on - invoiced_on)").as(:days)
        )
        .transform_values { |days| { "paid_after" => days } }

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
