# frozen_string_literal: true

# Check-ins as events from several sources, from which a trip's state is read; positions, messages, texts both
# ways, asking for check-ins, forecasts, alerts and detention.
Sequel.migration do
  up do
    alter_table(:check_ins) do
      # Of this saying: the same when it is repeated. What was written before has none.
      add_column :key, String, text: true
      add_column :source, String, text: true, null: false, default: "cab"
      add_column :by, String, text: true
      # What the phone's own clock said, where it was off.
      add_column :phone_at, :timestamptz
      # The key of the event whose time this one puts right, or that it takes back.
      add_column :corrects, String, text: true
      add_column :details, :jsonb, null: false, default: "{}"
      drop_constraint :check_ins_kind_known
      add_constraint(
        :check_ins_kind_known,
        kind: %w[
          accepted
          declined
          pre_trip
          on_my_way
          arrived
          begun
          loaded
          delivered
          swapped
          dropped
          hooked
          parked
          left
          post_trip
          note
          customer_note
          paper
          seen
          corrected
          withdrawn
        ]
      )
      add_constraint(:check_ins_source_known, source: %w[cab text dispatcher link device geofence])
      add_constraint(
        :check_ins_correct_what,
        Sequel.lit("(corrects IS NOT NULL) = (kind IN ('corrected', 'withdrawn'))")
      )
      add_index :key, unique: true, name: :check_ins_once
    end
    alter_table(:stops) do
      add_column :handling, String, text: true, null: false, default: "live"
      add_constraint(:stops_handling_known, handling: %w[live drop_hook])
    end
    alter_table(:trip_stops) { add_column :begun_at, :timestamptz }
    alter_table(:trips) do
      add_column :findings, :jsonb, null: false, default: "[]"
      add_column :foreseen_at, :timestamptz
    end
    alter_table(:places) do
      add_column :radius_m, Integer
      add_constraint(:places_radius_sane, Sequel.lit("radius_m BETWEEN 50 AND 20000"))
    end
    alter_table(:customers) do
      add_column :detention_free_minutes, Integer, null: false, default: 120
      add_column :detention_hourly, BigDecimal, size: [8, 2], null: false, default: 60
      add_column :tell_late, TrueClass, null: false, default: false
      add_constraint(:customers_detention_sane) { (detention_free_minutes >= 0) & (detention_hourly >= 0) }
    end
    alter_table(:drivers) do
      add_column :smartphone, TrueClass, null: false, default: true
      add_column :position_consent_at, :timestamptz
      add_column :pin_digest, String, text: true
      add_column :pin_failures, Integer, null: false, default: 0
      # The first plain text tells our words.
      add_column :greeted_at, :timestamptz
    end
    create_table(:tracking_settings) do
      Integer :id, primary_key: true, default: 1
      Integer :ask_every_hours, null: false, default: 6
      Integer :quiet_from, null: false, default: 1260
      Integer :quiet_to, null: false, default: 360
      Integer :activity_step_minutes, null: false, default: 15
      Integer :positions_kept_days, null: false, default: 90
      Integer :alert_step_minutes, null: false, default: 30
      Integer :silent_minutes, null: false, default: 180
      Integer :fence_radius_m, null: false, default: 500
      Integer :fence_dwell_minutes, null: false, default: 5
      constraint(:tracking_settings_one_row, id: 1)
      constraint(
        :tracking_settings_sane,
        Sequel.lit(
          "ask_every_hours BETWEEN 1 AND 48 AND quiet_from BETWEEN 0 AND 1439 AND quiet_to BETWEEN 0 AND " \
            "1439 AND activity_step_minutes IN (1, 15) AND positions_kept_days BETWEEN 1 AND 3650 " \
            "AND alert_step_minutes BETWEEN 5 AND 1440 AND silent_minutes BETWEEN 15 AND 2880 AND " \
            "fence_radius_m BETWEEN 50 AND 20000 AND fence_dwell_minutes BETWEEN 1 AND 120"
        )
      )
    end
    run "INSERT INTO tracking_settings (id) VALUES (1)"

    # What a driver did between two times, for hourly pay and detention. One that is put right is replaced,
    # not changed.
    create_table(:activities) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :driver_id, :drivers, null: false
      String :kind, text: true, null: false
      timestamptz :from_at, null: false
      timestamptz :to_at, null: false
      String :note, text: true, null: false, default: ""
      timestamptz :said_at, null: false
      timestamptz :dropped_at
      constraint(
        :activities_kind_known,
        kind: %w[driving loading waiting_to_load unloading waiting_to_unload chaining_up off_duty]
      )
      constraint(:activities_in_order) { from_at < to_at }
      exclude [[:driver_id, "="], [Sequel.function(:tstzrange, :from_at, :to_at), "&&"]],
              using: :gist,
              name: :activities_one_at_a_time,
              where: {
                dropped_at: nil
              }
      index :trip_id
    end
    create_table(:positions) do
      primary_key :id, type: :Bignum
      foreign_key :driver_id, :drivers, null: false
      foreign_key :trip_id, :trips, null: false
      timestamptz :at, null: false
      timestamptz :heard_at, null: false
      Float :latitude, null: false
      Float :longitude, null: false
      Integer :accuracy_m
      String :source, text: true, null: false
      unique %i[driver_id source at], name: :positions_once
      constraint(:positions_source_known, source: %w[cab link device text])
      constraint(:positions_on_earth) do
        (latitude >= -90) & (latitude <= 90) & (longitude >= -180) & (longitude <= 180)
      end
      index %i[trip_id at]
      index :at
    end
    create_table(:messages) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      foreign_key :trip_id, :trips
      TrueClass :from_driver, null: false
      String :by, text: true, null: false
      String :body, text: true, null: false
      # Nobody understood it as a check-in, so that somebody has to read it.
      TrueClass :not_understood, null: false, default: false
      timestamptz :at, null: false
      timestamptz :heard_at, null: false
      timestamptz :read_at
      constraint(:messages_not_empty, Sequel.lit("length(trim(body)) > 0"))
      index %i[driver_id id]
    end
    run "CREATE INDEX messages_unread ON messages (driver_id) WHERE from_driver AND read_at IS NULL"
    # A driver was asked where he is.
    create_table(:asks) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      foreign_key :trip_id, :trips, null: false
      String :salt, text: true, null: false
      String :token_digest, text: true, null: false, unique: true
      String :by, text: true, null: false
      timestamptz :asked_at, null: false
      timestamptz :expires_at, null: false
      timestamptz :opened_at
      timestamptz :answered_at
      String :answer, text: true
      Integer :late_minutes
      constraint(
        :asks_answer_known,
        Sequel.lit("answer IS NULL OR answer IN ('on_time', 'late', 'stopped', 'call_me')")
      )
      index :trip_id
    end
    alter_table(:texts) do
      add_column :state, String, text: true, null: false, default: "written"
      add_column :cost, BigDecimal, size: [8, 4]
      add_column :failure, String, text: true
      add_column :attempts, Integer, null: false, default: 0
      add_column :state_at, :timestamptz
      add_foreign_key :message_id, :messages
      add_constraint(:texts_state_known, state: %w[written sent delivered failed])
    end
    run "UPDATE texts SET state = 'sent', state_at = sent_at WHERE sent_at IS NOT NULL"
    alter_table(:texts) { add_foreign_key :ask_id, :asks }
    # What the gateway called back with, once each.
    create_table(:gateway_calls) do
      String :id, text: true, primary_key: true
      timestamptz :at, null: false
    end
    create_table(:received_texts) do
      primary_key :id
      String :gateway_id, text: true, null: false, unique: true, unique_constraint_name: :received_texts_once
      String :from, text: true, null: false
      String :body, text: true, null: false
      timestamptz :at, null: false
      timestamptz :heard_at, null: false
      foreign_key :driver_id, :drivers
      String :meaning, text: true
      foreign_key :message_id, :messages
    end
    create_table(:ask_schedules) do
      foreign_key :load_id, :loads, primary_key: true
      TrueClass :running, null: false, default: true
      Integer :every_hours, null: false
      timestamptz :from_at
      timestamptz :to_at
      String :by, text: true, null: false
      timestamptz :at, null: false
      constraint(
        :ask_schedules_sane,
        Sequel.lit("every_hours BETWEEN 1 AND 48 AND (from_at IS NULL OR to_at IS NULL OR from_at < to_at)")
      )
    end
    # What is foreseen for each stop still ahead; made anew as things change.
    create_table(:forecasts) do
      foreign_key :trip_id, :trips, null: false
      foreign_key :stop_id, :stops, null: false
      timestamptz :arrive_at
      Integer :late_minutes
      Integer :chance_percent
      timestamptz :made_at, null: false
      String :because, text: true, null: false, default: ""
      primary_key %i[trip_id stop_id]
    end
    create_table(:late_alerts) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :stop_id, :stops, null: false
      Integer :late_minutes, null: false
      timestamptz :at, null: false
      column :told, "text[]", null: false, default: Sequel.lit("'{}'")
      index %i[trip_id stop_id]
    end
    create_table(:mails) do
      primary_key :id
      String :to, text: true, null: false
      String :subject, text: true, null: false
      String :body, text: true, null: false
      timestamptz :written_at, null: false
      timestamptz :sent_at
      String :receipt, text: true
    end
    # Time at a dock beyond the free time: what the customer is to be charged.
    create_table(:detention_claims) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :stop_id, :stops, null: false
      Integer :minutes, null: false
      BigDecimal :charge, size: [10, 2], null: false
      String :state, text: true, null: false, default: "proposed"
      String :by, text: true
      timestamptz :at, null: false
      unique %i[trip_id stop_id], name: :detention_claims_once
      constraint(:detention_claims_state_known, state: %w[proposed charged dropped])
      constraint(:detention_claims_positive) { (minutes > 0) & (charge >= 0) }
    end
    alter_table(:papers) do
      %i[latitude longitude].each { |column| add_column column, Float }
      add_column :signer, String, text: true
      drop_constraint :papers_kind_known
      add_constraint(
        :papers_kind_known,
        kind: %w[bol pod scale_ticket lumper_receipt permit damage signature]
      )
    end
  end

  down { raise Sequel::Error, "What drivers said cannot be forgotten." }
end
