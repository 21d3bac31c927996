# frozen_string_literal: true

# Company, terminals, the ZIP list, people who sign in, and the two books that every act writes: acts and
# audit.
Sequel.migration do
  up do
    run "CREATE EXTENSION IF NOT EXISTS citext"
    run "CREATE EXTENSION IF NOT EXISTS pg_trgm"
    run "CREATE EXTENSION IF NOT EXISTS btree_gist"

    create_table(:company) do
      Integer :id, primary_key: true, default: 1
      String :name, text: true, null: false
      TrueClass :demo, null: false, default: false
      # The demo clock: at real_at it was demo_at. Null: real time.
      timestamptz :demo_at
      timestamptz :real_at
      String :setup_code_digest, text: true
      constraint(:company_is_one, id: 1)
    end

    create_table(:zips) do
      String :zip, primary_key: true, text: true
      String :town, text: true, null: false
      String :state, text: true, null: false
      Float :latitude, null: false
      Float :longitude, null: false
      String :zone, text: true, null: false
      index [:state, Sequel.function(:lower, :town)], name: :zips_by_town
    end
    run "CREATE INDEX zips_town_trgm ON zips USING gin (lower(town) gin_trgm_ops)"

    create_table(:terminals) do
      primary_key :id
      String :name, text: true, null: false, unique: true
      foreign_key :zip, :zips, type: :text, null: false
    end

    create_table(:accounts) do
      primary_key :id, type: :Bignum
      citext :email, null: false, unique: true
      Integer :status_id, null: false, default: 2 # Rodauth: 2 is open, 3 is closed
      String :name, text: true, null: false
      column :roles, "text[]", null: false
      constraint(
        :accounts_roles_known,
        Sequel.lit(
          "roles <@ " \
            "ARRAY['dispatcher','permit_clerk','settlement_clerk','safety','administrator','driver','customer'] AND cardinality(roles) > 0"
        )
      )
      constraint(:accounts_status_known, status_id: [2, 3])
    end
    create_table(:account_password_hashes) do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum
      String :password_hash, null: false
    end
    create_table(:account_login_failures) do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum
      Integer :number, null: false, default: 1
    end
    create_table(:account_lockouts) do
      foreign_key :id, :accounts, primary_key: true, type: :Bignum
      String :key, null: false
      DateTime :deadline, null: false, default: Sequel.lit("CURRENT_TIMESTAMP + interval '15 minutes'")
      DateTime :email_last_sent
    end
    create_table(:account_active_session_keys) do
      foreign_key :account_id, :accounts, type: :Bignum
      String :session_id
      Time :created_at, null: false, default: Sequel::CURRENT_TIMESTAMP
      Time :last_use, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id session_id]
    end
    create_table(:account_authentication_audit_logs) do
      primary_key :id, type: :Bignum
      foreign_key :account_id, :accounts, null: false, type: :Bignum
      Time :at, null: false, default: Sequel::CURRENT_TIMESTAMP
      String :message, null: false
      column :metadata, :jsonb
      index %i[account_id at]
      index :at
    end

    # Counts of requests by window, shared by all web processes; worth nothing after a crash.
    create_table(:throttle_counts, unlogged: true) do
      String :key, primary_key: true, text: true
      Integer :count, null: false
      timestamptz :expires_at, null: false
    end

    create_table(:acts) do
      String :key, primary_key: true, text: true
      String :act, text: true, null: false
      String :who_ref, text: true, null: false
      String :digest, text: true, null: false
      Integer :result_id
      timestamptz :at, null: false
    end
    create_table(:audit_entries) do
      primary_key :id, type: :Bignum
      timestamptz :at, null: false
      String :who, text: true, null: false
      String :who_ref, text: true, null: false # account:3, driver:12, system
      String :act, text: true, null: false
      String :record_kind, text: true, null: false
      Integer :record_id, null: false
      column :changes, :jsonb, null: false, default: "{}"
      String :why, text: true
      index %i[record_kind record_id id]
    end
    run <<~SQL
      CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation'; END $$;
      CREATE TRIGGER audit_entries_append_only BEFORE UPDATE OR DELETE ON audit_entries FOR EACH ROW
        EXECUTE FUNCTION refuse_change();
    SQL
  end
end
