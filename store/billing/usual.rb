# frozen_string_literal: true

# What bills of before say of those to come: a fixed number of queries for many loads.
module Store::Billing::Usual
  # How far back is looked, and at how many lines.
  DAYS = 365
  MOST = 40

  # { [customer id, code] => Array of cents }, the latest first. today - Date
  def self.charges(customer_ids, today)
    ranked =
      DB[:invoice_lines]
        .join(:invoices, id: :invoice_id)
        .where(customer_id: customer_ids, kind: "invoice")
        .where { (invoiced_on > today - DAYS) & (amount > 0) }
        .exclude(code: %w[line_haul fuel_surcharge])
        .select(
          :customer_id,
          :code,
          :amount,
          Sequel
            .function(:row_number)
            .over(partition: %i[customer_id code], order: Sequel.desc(Sequel[:invoice_lines][:id]))
            .as(:rank)
        )
    ranked
      .from_self
      .where { rank <= MOST }
      .select_map(%i[customer_id code amount])
      .group_by { |row| row.first(2) }
      .transform_values { |rows| rows.map { |row| Core::Money.cents(row.last) } }
  end

  # { load id => [Time, who] } of the last change of what loads cost by a person, after each was delivered.
  # delivered - { load id => Time }
  def self.changed(delivered)
    DB[:audit_entries]
      .where(record_kind: "load", record_id: delivered.keys)
      .where(Sequel.pg_jsonb_op(:changes).contain_any(Sequel.pg_array(["total"], :text)))
      .exclude(who_ref: "system")
      .exclude(act: %w[settle_detention book_load])
      .order(:id)
      .select_map(%i[record_id at who])
      .select { |load_id, at, _| at > delivered.fetch(load_id) }
      .to_h { |load_id, at, who| [load_id, [at, who]] }
  end

  # { load id => miles of the ways of its trips }
  def self.driven(load_ids) =
    DB[:trip_loads]
      .join(:trips, id: :trip_id, status: "delivered")
      .where(load_id: load_ids)
      .group(:load_id)
      .select_hash(:load_id, Sequel.function(:sum, :loaded_miles).as(:miles))

  # { load id => labels } of detention that nobody of the customer's agreed to.
  def self.unauthorised(load_ids) =
    DB[:accessorials]
      .where(load_id: load_ids, kind: "detention", authorised_as: "")
      .order(:load_id, :position)
      .select_hash_groups(:load_id, :label)
end
