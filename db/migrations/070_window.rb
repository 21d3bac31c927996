# frozen_string_literal: true

# Customers' people, what they may see, and links to one load that are passed on. What a customer's people read is read
# under a role of the database that sees their own rows alone, and of those the columns that are granted here.
Sequel.migration do
  role = "crew_ledger_window"
  # What a row is seen by: the customer who asks, the statuses and kinds of papers that the company shows.
  setting = ->(name) { "current_setting('crew_ledger.#{name}', true)" }
  list = ->(name) { "string_to_array(#{setting.call(name)}, ',')" }
  own = "customer_id = nullif(#{setting.call("customer_id")}, '')::int"
  of_load = "load_id IN (SELECT id FROM loads)"
  # Not of one that was declined or called off: another crew's.
  of_trip = "trip_id IN (SELECT id FROM trips)"
  of_stop = "stop_id IN (SELECT id FROM stops)"
  of_invoice = "invoice_id IN (SELECT id FROM invoices)"
  seen = {
    loads: "#{own} AND status = ANY (#{list.call("statuses")})",
    stops: of_load,
    freight_lines: of_load,
    load_references: of_load,
    papers: "#{of_load} AND kind = ANY (#{list.call("papers")})",
    paper_contents: "paper_id IN (SELECT id FROM papers)",
    trip_loads: of_load,
    trips: "id IN (SELECT trip_id FROM trip_loads) AND status NOT IN ('declined', 'cancelled')",
    trip_stops: "#{of_stop} AND #{of_trip}",
    trip_drivers: "#{of_trip} AND #{setting.call("driver")} = 'yes'",
    drivers: "id IN (SELECT driver_id FROM trip_drivers)",
    check_ins: of_stop,
    forecasts: "#{of_stop} AND #{of_trip}",
    positions:
      "#{setting.call("position")} IN ('exact', 'town') AND trip_id IN (SELECT id FROM trips WHERE status = 'rolling')",
    invoices: "#{own} AND #{setting.call("pays")} = 'yes'",
    invoice_lines: of_invoice,
    invoice_loads: of_invoice,
    payment_parts: of_invoice,
    customers: "id = nullif(#{setting.call("customer_id")}, '')::int",
    customer_people: own,
    load_links: of_load,
    load_requests: own
  }
  granted = {
    loads:
      "id, number, status, customer_id, tarps, temperature_low_f, temperature_high_f, miles, origin, destination, " \
        "stop_count, pickup_at, pickup_zone, delivery_at, delivery_zone, reference, trailer_kind",
    stops:
      "id, load_id, position, kind, name, address, town, state, zip, latitude, longitude, zone, from_at, to_at, " \
        "reference",
    freight_lines: "id, load_id, position, what, pieces, unit, weight_lb",
    load_references: "id, load_id, position, kind, value",
    papers: "id, load_id, stop_id, kind, content_type, bytes, at, signer",
    paper_contents: "paper_id, content",
    trip_loads: "trip_id, load_id",
    trips: "id, status",
    trip_stops: "trip_id, stop_id, position, arrived_at, worked_at, left_at",
    trip_drivers: "id, trip_id, driver_id",
    drivers: "id, name",
    check_ins: "id, trip_id, stop_id, kind, done_at",
    forecasts: "trip_id, stop_id, arrive_at, late_minutes, chance_percent, made_at, soonest_at",
    positions: "trip_id, at, latitude, longitude",
    invoices: "id, number, kind, customer_id, credits_id, invoiced_on, due_on, total",
    invoice_lines: "id, invoice_id, load_id, position, label, quantity, unit, rate, amount",
    invoice_loads: "invoice_id, load_id, standing",
    payment_parts: "invoice_id, amount, undone_at",
    customers: "id, name",
    customer_people: "account_id, customer_id, may, told, version",
    load_links: "id, load_id, made_by, made_at, expires_at, revoked_at, visits, last_visit_at",
    load_requests: "id, customer_id, asked_by, asked_at, ask, status, why, load_id, answered_at, version",
    accounts: "id, name, email, status_id",
    company: "name, phone",
    zips: "zip, town, state, latitude, longitude"
  }

  up do
    create_table(:customer_people) do
      foreign_key :account_id, :accounts, type: :bigint, primary_key: true, on_delete: :cascade
      foreign_key :customer_id, :customers, null: false, index: true
      column :may, "text[]", null: false, default: "{}"
      column :told, "text[]", null: false, default: "{}"
      # What happened before is not told.
      column :told_from, "timestamptz"
      Integer :version, null: false, default: 0
      constraint(:customer_people_may_known, Sequel.lit("may <@ ARRAY['request', 'pay', 'invite']"))
      constraint(:customer_people_told_known, Sequel.lit("told <@ ARRAY['pickup', 'delay', 'delivery']"))
    end
    # customer_id - nil for what holds for all who have none of their own
    create_table(:window_rules) do
      primary_key :id
      foreign_key :customer_id, :customers, unique: true
      column :stages, "text[]", null: false
      column :papers, "text[]", null: false
      String :position, text: true, null: false
      TrueClass :driver, null: false
      Integer :version, null: false, default: 0
      constraint(
        :window_rules_stages_known,
        Sequel.lit("stages <@ ARRAY['booked', 'crewed', 'rolling', 'delivered', 'cancelled']")
      )
      constraint(:window_rules_position_known, position: %w[exact town none])
    end
    run "CREATE UNIQUE INDEX window_rules_one_for_all ON window_rules ((true)) WHERE customer_id IS NULL"
    create_table(:load_links) do
      primary_key :id
      foreign_key :load_id, :loads, null: false, index: true
      String :salt, text: true, null: false
      String :token_digest, text: true, null: false, unique: true
      String :made_by, text: true, null: false
      column :made_at, "timestamptz", null: false
      column :expires_at, "timestamptz", null: false
      column :revoked_at, "timestamptz"
      Integer :visits, null: false, default: 0
      column :last_visit_at, "timestamptz"
    end
    # Loads that a customer asks for, until somebody prices and books them, or says no.
    create_table(:load_requests) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false, index: true
      foreign_key :account_id, :accounts, type: :bigint, on_delete: :set_null
      String :asked_by, text: true, null: false
      column :asked_at, "timestamptz", null: false
      column :ask, "jsonb", null: false
      String :status, text: true, null: false, default: "asked"
      String :why, text: true, null: false, default: ""
      foreign_key :load_id, :loads, unique: true
      String :answered_by, text: true
      column :answered_at, "timestamptz"
      Integer :version, null: false, default: 0
      constraint(:load_requests_status_known, status: %w[asked accepted refused withdrawn])
      constraint(:load_requests_accepted, Sequel.lit("(status = 'accepted') = (load_id IS NOT NULL)"))
    end
    # Who was told of what, so that nobody is told twice.
    create_table(:window_tellings) do
      foreign_key :load_id, :loads, null: false
      foreign_key :account_id, :accounts, type: :bigint, null: false, on_delete: :cascade
      String :event, text: true, null: false
      column :at, "timestamptz", null: false
      primary_key %i[load_id account_id event]
    end
    # Roles are of all databases of a server: another one may have made it.
    run <<~SQL
      DO $$ BEGIN
        IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = '#{role}') THEN CREATE ROLE #{role} NOLOGIN; END IF;
      EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
      END $$
    SQL
    run "GRANT USAGE ON SCHEMA public TO #{role}"
    granted.each { |table, columns| run "GRANT SELECT (#{columns}) ON #{table} TO #{role}" }
    seen.each do |table, rule|
      run "ALTER TABLE #{table} ENABLE ROW LEVEL SECURITY"
      run "CREATE POLICY everybody ON #{table} USING (true) WITH CHECK (true)"
      run "CREATE POLICY window_only ON #{table} AS RESTRICTIVE TO #{role} USING (#{rule})"
    end
    run "ALTER TABLE accounts ENABLE ROW LEVEL SECURITY"
    run "CREATE POLICY everybody ON accounts USING (true) WITH CHECK (true)"
    run "CREATE POLICY window_only ON accounts AS RESTRICTIVE TO #{role} " \
          "USING (id IN (SELECT account_id FROM customer_people))"
  end

  down do
    [*seen.keys, :accounts].each do |table|
      run "DROP POLICY window_only ON #{table}"
      run "DROP POLICY everybody ON #{table}"
      run "ALTER TABLE #{table} DISABLE ROW LEVEL SECURITY"
    end
    granted.each { |table, columns| run "REVOKE SELECT (#{columns}) ON #{table} FROM #{role}" }
    run "REVOKE USAGE ON SCHEMA public FROM #{role}"
    drop_table :window_tellings, :load_requests, :load_links, :window_rules, :customer_people
  end
end
