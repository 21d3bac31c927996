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
    Sequel.extension(:pg_range_ops, :pg_array_ops)
    db.pool.connection_validation_timeout = 5
    db
  end

  def self.migrate(db)
    Sequel.extension(:migration)
    Sequel::Migrator.run(db, MIGRATIONS, use_advisory_lock: true)
  end

  def self.migrated?(db)
    Sequel.extension(:migration)
    Sequel::Migrator.is_current?(db, MIGRATIONS)
  end
end
