# frozen_string_literal: true

# What bills of before say of those to come: a fixed number of queries for many loads.
module Store::Billing::Usual
  U = Core::Billing::Unusual

  # { [customer id, code] => Array of cents }, the latest first. today - Date
  def self.charges(customer_ids, today)
    ranked =
      DB[:invoice_lines]
        .join(:invoices, id: :invoice_id)
        .where(customer_id: customer_ids, kind: "invoice")
        .where { (invoiced_on > today - U::LOOK_BACK_DAYS) & (amount > 0) }
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
      .where { rank <= U::LATEST }
      .select_map(%i[customer_id code amount])
      .group_by { |row| row.first(2) }
      .transform_values { |rows| rows.map { |row| Core::Money.cents(row.last) } }
  end

  # { load id => [Time, who] } of the last change of what loads cost, after each was delivered, by a person who does not
  # bill: who bills looks at it anyhow. delivered - { load id => Time }
  def self.changed(delivered)
    DB[:audit_entries]
      .where(record_kind: "load", record_id: delivered.keys)
      .where(Sequel.pg_jsonb_op(:changes).contain_any(Sequel.pg_array(["total"], :text)))
      .exclude(who_ref: ["system", *billers])
      .exclude(act: %w[settle_detention book_load])
      .order(:id)
      .select_map(%i[record_id at who])
      .select { |load_id, at, _| at > delivered.fetch(load_id) }
      .to_h { |load_id, at, who| [load_id, [at, who]] }
  end

  def self.billers =
    DB[:accounts]
      .where(Sequel.pg_array_op(:roles).contains(Sequel.pg_array(["settlement_clerk"], :text)))
      .select_map(:id)
      .map { |id| "account:#{id}" }

  # { load id => miles of the ways of its trips }; of a load that shared its truck nobody can tell its own.
  def self.driven(load_ids) =
    DB[:trip_loads]
      .join(:trips, id: :trip_id, status: "delivered")
      .where(load_id: load_ids)
      .exclude(load_id: shared(load_ids))
      .group(:load_id)
      .select_hash(:load_id, Sequel.function(:sum, :loaded_miles).as(:miles))

  def self.shared(load_ids)
    several = DB[:trip_loads].group(:trip_id).having { count.function.* > 1 }.select(:trip_id)
    DB[:trip_loads].where(load_id: load_ids, trip_id: several).select(:load_id)
  end

  # What drivers laid out for lumpers, and what is charged of that, trip by trip: { load id => [Array of cents, Array of
  # cents] }, the same for all loads of a trip.
  def self.lumpers(load_ids)
    trips = DB[:trip_loads].where(load_id: load_ids).select_hash_groups(:trip_id, :load_id)
    receipts = dollars(DB[:receipts].where(trip_id: trips.keys, kind: "lumper").exclude(status: "refused"))
    charged =
      dollars(
        DB[:accessorials].join(:trip_loads, load_id: :load_id).where(trip_id: receipts.keys, kind: "lumper")
      )
    trips
      .slice(*receipts.keys)
      .flat_map { |trip_id, ids| ids.map { |id| [id, [receipts[trip_id], charged[trip_id] || []]] } }
      .to_h
  end

  def self.dollars(rows) =
    rows
      .select_hash_groups(:trip_id, :amount)
      .transform_values { |amounts| amounts.map { |amount| Core::Money.cents(amount) } }
  private_class_method :dollars, :billers, :shared

  # { load id => labels } of detention that nobody of the customer's agreed to.
  def self.unauthorised(load_ids) =
    DB[:accessorials]
      .where(load_id: load_ids, kind: "detention", authorised_as: "")
      .order(:load_id, :position)
      .select_hash_groups(:load_id, :label)
end
