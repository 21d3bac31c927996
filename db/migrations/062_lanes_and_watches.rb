# frozen_string_literal: true

# What lanes pay, searches that run by themselves, and own trucks that are posted.
Sequel.migration do
  up do
    # What was posted for a lane, of our own hearing and of the service's past days. Areas are the first three digits
    # of ZIPs.
    create_table(:price_reports) do
      String :service, text: true, null: false
      String :reference, text: true, null: false
      column :posted_at, :timestamptz, null: false
      %i[origin destination].each do |end_|
        String :"#{end_}_area", text: true, null: false
        String :"#{end_}_state", text: true, null: false
      end
      String :trailer_kind, text: true, null: false
      Integer :miles_tenths, null: false
      Integer :cents_per_mile, null: false
      primary_key %i[service reference]
      index :posted_at
      constraint(:price_reports_positive) { (miles_tenths > 0) & (cents_per_mile > 0) }
    end
    # Their quartiles, worked out every few minutes. origin and destination are areas, states, or a class of length.
    create_table(:lane_prices) do
      Integer :days, null: false
      String :origin, text: true, null: false
      String :destination, text: true, null: false
      String :trailer_kind, text: true, null: false
      Integer :count, null: false
      %i[low median high].each { |name| BigDecimal name, size: [10, 2], null: false }
      primary_key %i[origin destination trailer_kind days]
    end
    alter_table(:market_feeds) do
      # The earliest day of which prices were asked, and when lanes were last priced.
      add_column :priced_from, :date
      add_column :lanes_priced_at, :timestamptz
    end
    alter_table(:postings) do
      # When it was last taken in: a watch looks at what came since it last looked.
      add_column :taken_at, :timestamptz, null: false, default: Sequel::CURRENT_TIMESTAMP
      add_index :taken_at
    end
    create_table(:watches) do
      primary_key :id
      String :who, text: true, null: false
      String :who_ref, text: true, null: false
      foreign_key :driver_id, :drivers, null: false
      Integer :radius_miles, null: false
      column :to_states, "text[]", null: false, default: Sequel.lit("'{}'")
      column :avoid_states, "text[]", null: false, default: Sequel.lit("'{}'")
      TrueClass :partials, null: false, default: false
      # Finds that leave less do not count; nil for any that fits.
      BigDecimal :least_profit, size: [10, 2]
      column :until_at, :timestamptz
      column :looked_until, :timestamptz, null: false
      # When it was last told of by mail.
      column :mailed_at, :timestamptz
      column :made_at, :timestamptz, null: false
      column :ended_at, :timestamptz
      Integer :version, null: false, default: 0
      constraint(:watches_radius_in_range) { (radius_miles >= 1) & (radius_miles <= 1000) }
      index :driver_id
      index :who_ref, where: { ended_at: nil }, name: :watches_of_whom
    end
    # The same freight once for each watch.
    create_table(:watch_finds) do
      primary_key :id, type: :bigint
      foreign_key :watch_id, :watches, null: false
      foreign_key :posting_id, :postings, null: false, type: :bigint, on_delete: :cascade
      String :freight_key, text: true, null: false
      BigDecimal :profit, size: [10, 2]
      String :verdict, text: true, null: false
      column :found_at, :timestamptz, null: false
      String :state, text: true, null: false, default: "new"
      column :later_at, :timestamptz
      String :seen_by, text: true
      column :seen_at, :timestamptz
      unique %i[watch_id freight_key], name: :watch_finds_once
      index :posting_id
      index :freight_key
      constraint(:watch_finds_state_known, state: %w[new later passed])
    end
  end
end
