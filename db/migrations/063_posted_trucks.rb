# frozen_string_literal: true

# Own trucks that are posted, and how many trucks of all carriers are.
Sequel.migration do
  up do
    create_table(:posted_trucks) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      # The trip after which it is empty: posted no more once that is another.
      Integer :after_trip_id
      String :town, text: true, null: false
      String :state, text: true, null: false
      column :free_at, :timestamptz, null: false
      String :zone, text: true, null: false
      String :trailer_kind, text: true, null: false
      column :to_states, "text[]", null: false, default: Sequel.lit("'{}'")
      String :who, text: true, null: false
      String :who_ref, text: true, null: false
      column :posted_at, :timestamptz, null: false
      # As the service knows it; told of the end as well.
      String :receipt, text: true
      column :down_at, :timestamptz
      String :down_why, text: true
      TrueClass :down_told, null: false, default: false
      Integer :version, null: false, default: 0
      index :driver_id, unique: true, where: { down_at: nil }, name: :posted_trucks_once
    end
    create_table(:truck_counts) do
      String :state, text: true, null: false
      String :trailer_kind, text: true, null: false
      Integer :count, null: false
      primary_key %i[state trailer_kind]
    end
  end
end
