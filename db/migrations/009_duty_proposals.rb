# frozen_string_literal: true

# What a check-in says of its driver's duty, until the driver has said yes or no to it.
Sequel.migration do
  up do
    create_table(:duty_proposals) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      foreign_key :check_in_id, :check_ins, null: false, unique: true
      timestamptz :from_at, null: false
      String :status, text: true, null: false
      String :answer, text: true
      timestamptz :answered_at
      constraint(:duty_proposals_status_known, status: %w[driving on_duty])
      constraint(:duty_proposals_answer_known, Sequel.lit("answer IS NULL OR answer IN ('yes', 'no')"))
      index :driver_id
    end
  end
end
