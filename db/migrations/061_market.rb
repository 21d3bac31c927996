# frozen_string_literal: true

# Posted freight, who posts it, and what we offered for it.
Sequel.migration do
  up do
    create_table(:brokers) do
      primary_key :id
      String :authority_number, text: true, null: false
      String :name, text: true, null: false
      String :town, text: true, null: false, default: ""
      String :state, text: true, null: false, default: ""
      String :phone, text: true, null: false, default: ""
      String :email, text: true, null: false, default: ""
      String :authority, text: true, null: false, default: "active"
      Integer :bond_dollars, null: false, default: 0
      Integer :credit_score
      Integer :days_to_pay
      TrueClass :factoring, null: false, default: false
      foreign_key :customer_id, :customers
      column :checked_at, :timestamptz, null: false
      unique :authority_number, name: :brokers_authority_number_once
      constraint(:brokers_authority_known, authority: %w[active pending revoked])
      constraint(:brokers_credit_score_in_range, Sequel.lit("credit_score between 0 and 100"))
      index :customer_id
    end
    create_table(:postings) do
      primary_key :id, type: :bigint
      String :service, text: true, null: false
      String :reference, text: true, null: false
      Integer :revision, null: false
      foreign_key :broker_id, :brokers
      String :freight_key, text: true, null: false
      %i[origin destination].each do |end_|
        String :"#{end_}_town", text: true, null: false
        String :"#{end_}_state", text: true, null: false
        Float :"#{end_}_latitude"
        Float :"#{end_}_longitude"
        String :"#{end_}_zone", text: true
        String :"#{end_}_zip", text: true
      end
      column :opens_at, :timestamptz
      column :closes_at, :timestamptz
      column :deliver_by, :timestamptz
      String :trailer_kind, text: true
      String :size, text: true, null: false, default: "full"
      Integer :weight_lb
      Integer :length_ft
      BigDecimal :rate, size: [10, 2]
      Integer :miles_tenths
      Integer :drive_minutes
      Integer :toll_cents
      String :note, text: true, null: false, default: ""
      # What of it cannot be believed, as sentences: it is shown, and not judged.
      column :doubts, "text[]", null: false, default: Sequel.lit("'{}'")
      column :posted_at, :timestamptz, null: false
      column :changed_at, :timestamptz, null: false
      column :gone_at, :timestamptz
      unique %i[service reference], name: :postings_reference_once
      index :broker_id
      index :freight_key
      index %i[closes_at], where: { gone_at: nil }, name: :postings_live_until
      index %i[origin_state destination_state trailer_kind posted_at], name: :postings_by_lane
    end
    # Ways between towns where freight is posted, found once.
    create_table(:town_ways) do
      %i[from_latitude from_longitude to_latitude to_longitude].each { |column| Float column, null: false }
      Integer :miles_tenths, null: false
      Integer :drive_minutes, null: false
      Integer :toll_cents, null: false
      primary_key %i[from_latitude from_longitude to_latitude to_longitude]
    end
    create_table(:market_feeds) do
      String :service, text: true, primary_key: true
      column :heard_until, :timestamptz, null: false
      column :heard_at, :timestamptz
    end
    create_table(:offers) do
      primary_key :id
      foreign_key :posting_id, :postings, null: false, type: :bigint
      foreign_key :broker_id, :brokers
      foreign_key :driver_id, :drivers
      foreign_key :load_id, :loads
      String :freight_key, text: true, null: false
      String :reference, text: true, null: false
      BigDecimal :amount, size: [10, 2], null: false
      BigDecimal :counter, size: [10, 2]
      String :note, text: true, null: false, default: ""
      String :state, text: true, null: false, default: "sent"
      String :receipt, text: true
      String :made_by, text: true, null: false
      String :made_by_ref, text: true, null: false
      column :made_at, :timestamptz, null: false
      column :answered_at, :timestamptz
      Integer :version, null: false, default: 0
      constraint(:offers_state_known, state: %w[sent accepted countered lost withdrawn booked])
      constraint(:offers_amount_positive) { amount > 0 }
      # One company, one offer: also where the same freight is posted by several.
      index :freight_key,
            unique: true,
            where: {
              state: %w[sent accepted countered booked]
            },
            name: :offers_one_for_the_freight
      index :posting_id
      index :load_id
      index :driver_id
      index :broker_id
      unique :reference, name: :offers_reference_once
    end
    # Numbers of our offers, which brokers read on the phone.
    run "create sequence offer_numbers start 1001"
    create_table(:set_aside_postings) do
      foreign_key :posting_id, :postings, null: false, type: :bigint
      String :who_ref, text: true, null: false
      column :at, :timestamptz, null: false
      primary_key %i[posting_id who_ref]
    end
  end
end
