# frozen_string_literal: true

# How the application reaches PostgreSQL: the connection, its extensions, its migrations.
module Store::Database
  MIGRATIONS = File.expand_path("../db/migrations", __dir__)
  # Longer than a switch-over of the database takes, shorter than a person waits.
  CONNECT_TIMEOUT_SECONDS = 10

  def self.connect(url)
    Sequel.default_timezone = :utc
    db =
      Sequel.connect(
        url,
        max_connections: Settings.web_threads + 5,
        connect_timeout: CONNECT_TIMEOUT_SECONDS,
        pool_timeout: CONNECT_TIMEOUT_SECONDS,
        keep_reference: false
      )
    db.extension(:pg_array, :pg_json, :pg_range, :connection_validator)
    Sequel.extension(:pg_range_ops, :pg_array_ops, :pg_json_ops)
    db.pool.connection_validation_timeout = 5
    db
  end

  def self.migrate(db)
    Sequel.extension(:migration)
    Sequel::Migrator.run(db, MIGRATIONS, use_advisory_lock: true)
  end

  # Only added to, whoever the application is made to be.
  APPEND_ONLY = %i[audit_entries check_ins ledger_transactions ledger_entries].freeze
  # Only read.
  READ_ONLY = %i[audit_chain schema_info zips].freeze

  # By which customers' people read their own rows (Store::Window).
  CUSTOMERS_ROLE = "crew_ledger_window"

  # What the role may that the application runs under: no superuser, no owner, and no way to change or empty what is
  # only added to. password - makes the role where it is missing and this one may
  def self.grant(db, role, password: nil)
    name = db.literal(Sequel.identifier(role))
    if password && db.fetch("SELECT 1 FROM pg_roles WHERE rolname = ?", role).empty?
      db.run("CREATE ROLE #{name} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE PASSWORD #{db.literal(password)}")
    end
    # It may become the role by which customers look, and is not held to what that one sees while it has not.
    db.run("ALTER ROLE #{name} NOINHERIT") if password
    db.run("GRANT #{db.literal(Sequel.identifier(CUSTOMERS_ROLE))} TO #{name}")
    db.run("GRANT USAGE ON SCHEMA public TO #{name}")
    db.run("GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO #{name}")
    db.run("GRANT USAGE, SELECT, UPDATE ON ALL SEQUENCES IN SCHEMA public TO #{name}")
    db.run("REVOKE UPDATE, DELETE, TRUNCATE ON #{APPEND_ONLY.join(", ")} FROM #{name}")
    db.run("REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON #{READ_ONLY.join(", ")} FROM #{name}")
  end

  def self.migrated?(db)
    Sequel.extension(:migration)
    Sequel::Migrator.is_current?(db, MIGRATIONS)
  end
end
