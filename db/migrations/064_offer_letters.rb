# frozen_string_literal: true

# What was mailed with an offer, the poster's rate confirmation, and answers that came after an offer was taken back.
Sequel.migration do
  up do
    alter_table(:offers) do
      add_column :mailed_to, String, text: true
      add_column :letter, String, text: true
      add_column :confirmation, :jsonb
      add_column :late_answer, String, text: true
      # The service has heard that it was taken back.
      add_column :withdrawal_told, TrueClass, null: false, default: false
    end
  end
end
