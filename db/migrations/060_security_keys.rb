# frozen_string_literal: true

# Security keys as a second factor: of each its public half alone.
Sequel.migration do
  up do
    create_table(:account_webauthn_user_ids) do
      foreign_key :id, :accounts, primary_key: true, type: :bigint
      String :webauthn_id, text: true, null: false
    end
    create_table(:account_webauthn_keys) do
      foreign_key :account_id, :accounts, type: :bigint
      String :webauthn_id, text: true
      String :public_key, text: true, null: false
      Integer :sign_count, null: false
      column :last_use, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
      primary_key %i[account_id webauthn_id]
    end
  end
end
