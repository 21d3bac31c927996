# frozen_string_literal: true

# A second factor, links to a new password, and where each session is; lock-outs are gone, tries are counted by who tries.
Sequel.migration do
  up do
    create_table(:account_otp_keys) do
      foreign_key :id, :accounts, primary_key: true, type: :bigint
      String :key, text: true, null: false
      Integer :num_failures, null: false, default: 0
      column :last_use, :timestamptz, null: false, default: Sequel.lit("now() - interval '10 minutes'")
    end
    create_table(:account_recovery_codes) do
      foreign_key :id, :accounts, type: :bigint
      String :code, text: true
      primary_key %i[id code]
    end
    create_table(:account_password_reset_keys) do
      foreign_key :id, :accounts, primary_key: true, type: :bigint
      String :key, text: true, null: false
      column :deadline, :timestamptz, null: false
      column :email_last_sent, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
    end
    alter_table(:account_active_session_keys) do
      add_column :id, Integer, identity: true, unique: true
      add_column :address, String, text: true, null: false, default: ""
      add_column :device, String, text: true, null: false, default: ""
    end
    drop_table(:account_lockouts, :account_login_failures)
  end
end
