# frozen_string_literal: true

# Duty status of drivers, as said by a clerk, a cab or a logging device; what was said before an edit stays.
Sequel.migration do
  up do
    # One edit of a driver's record: who, when and why.
    create_table(:duty_edits) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      String :source, text: true, null: false
      String :who, text: true, null: false
      String :why, text: true
      timestamptz :at, null: false
      constraint(:duty_edits_source_known, source: %w[clerk cab device])
      constraint(:duty_edits_say_why, Sequel.lit("source <> 'clerk' OR length(trim(why)) > 0"))
      index :driver_id
    end
    # A status in force from an instant until the next entry that stands.
    create_table(:duty_entries) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      foreign_key :edit_id, :duty_edits, null: false
      timestamptz :from_at, null: false
      String :status, text: true, null: false
      String :place, text: true, null: false, default: ""
      Float :latitude
      Float :longitude
      foreign_key :undone_by, :duty_edits
      constraint(
        :duty_entries_status_known,
        status: %w[off_duty sleeper driving on_duty yard_move personal_use]
      )
      constraint(:duty_entries_whole_minutes, Sequel.lit("date_trunc('minute', from_at) = from_at"))
    end
    run "CREATE UNIQUE INDEX duty_entries_one_at_a_time ON duty_entries (driver_id, from_at) WHERE " \
          "undone_by IS NULL"
    # Until when a record is known: a device was heard, or a clerk vouched for it.
    alter_table(:drivers) do
      add_column :duty_heard_at, :timestamptz
      add_column :hours_rules, String, text: true, null: false, default: "us_property_70_8"
      add_constraint(:drivers_hours_rules_known, hours_rules: %w[us_property_70_8 us_property_60_7])
    end
    # What was said is never changed or dropped; an edit only marks it undone, once.
    run <<~SQL
      CREATE FUNCTION keep_duty() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF TG_OP = 'DELETE' OR OLD.undone_by IS NOT NULL
           OR (OLD.driver_id, OLD.edit_id, OLD.from_at, OLD.status, OLD.place) IS DISTINCT
             FROM (NEW.driver_id, NEW.edit_id, NEW.from_at, NEW.status, NEW.place) THEN
          RAISE EXCEPTION 'duty_entries are never changed, only undone by an edit' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN NEW;
      END $$;
      CREATE TRIGGER duty_entries_kept BEFORE UPDATE OR DELETE ON duty_entries FOR EACH ROW
        EXECUTE FUNCTION keep_duty();
    SQL
  end
end
