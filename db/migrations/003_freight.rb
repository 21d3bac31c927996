# frozen_string_literal: true

# Loads with their stops, freight, references and price; the trips that carry them; check-ins, papers, texts
# and links.
Sequel.migration do
  up do
    run "CREATE SEQUENCE load_numbers START 1001"
    run "CREATE SEQUENCE trip_numbers START 5001"

    create_table(:loads) do
      primary_key :id
      String :number,
             text: true,
             null: false,
             unique: true,
             default: Sequel.lit("'L' || nextval('load_numbers')")
      String :state, text: true, null: false, default: "open"
      foreign_key :customer_id, :customers, null: false
      String :size, text: true, null: false, default: "full"
      TrueClass :tarps, null: false, default: false
      TrueClass :team_needed, null: false, default: false
      Integer :temperature_low_f
      Integer :temperature_high_f
      String :notes, text: true, null: false, default: ""
      String :price_kind, text: true, null: false
      BigDecimal :price_rate, size: [11, 4], null: false
      String :fuel_kind, text: true, null: false, default: "none"
      BigDecimal :fuel_rate, size: [11, 4], null: false, default: 0
      BigDecimal :miles, size: [8, 1]
      TrueClass :miles_estimated, null: false, default: true
      %i[line_haul fuel_surcharge accessorial_total total].each do |column|
        BigDecimal column, size: [12, 2], null: false, default: 0
      end
      # What the list shows and sorts by, written with the load so that a page is one index scan.
      String :origin, text: true, null: false, default: ""
      String :destination, text: true, null: false, default: ""
      Integer :stop_count, null: false, default: 2
      timestamptz :pickup_at
      String :pickup_zone, text: true
      timestamptz :delivery_at
      String :delivery_zone, text: true
      String :reference, text: true
      String :crew, text: true
      String :search_text, text: true, null: false, default: ""
      String :cancel_reason, text: true
      String :booked_by, text: true, null: false
      timestamptz :booked_at, null: false
      Integer :version, null: false, default: 0
      constraint(
        :loads_state_known,
        state: %w[open planned sent accepted rolling delivered papers_in billed closed cancelled]
      )
      constraint(:loads_size_known, size: %w[full partial])
      constraint(:loads_price_known, price_kind: %w[flat per_mile per_hundredweight per_ton])
      constraint(:loads_fuel_known, fuel_kind: %w[none percent per_mile])
      constraint(:loads_money_not_negative) { (price_rate >= 0) & (fuel_rate >= 0) & (total >= 0) }
      constraint(:loads_temperature_in_order) do
        (temperature_low_f =~ nil) | (temperature_high_f =~ nil) | (temperature_low_f <= temperature_high_f)
      end
      index %i[customer_id pickup_at]
    end
    # The list's own order: those without a time yet stand first.
    run "CREATE INDEX loads_in_order ON loads (pickup_at NULLS FIRST, id)"
    run "CREATE INDEX loads_by_state ON loads (state, pickup_at NULLS FIRST, id)"
    run "CREATE INDEX loads_search ON loads USING gin (search_text gin_trgm_ops)"

    create_table(:load_references) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      Integer :position, null: false
      String :kind, text: true, null: false
      String :value, text: true, null: false
      constraint(:load_references_kind_known, kind: %w[bol po pickup_number customer_reference other])
      index :load_id
    end

    create_table(:stops) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      Integer :position, null: false
      String :kind, text: true, null: false
      foreign_key :place_id, :places
      String :name, text: true, null: false
      String :address, text: true, null: false, default: ""
      String :town, text: true, null: false
      String :state, text: true, null: false
      String :zip, text: true, null: false
      Float :latitude, null: false
      Float :longitude, null: false
      String :zone, text: true, null: false
      timestamptz :from_at
      timestamptz :to_at
      String :notes, text: true, null: false, default: ""
      constraint(:stops_kind_known, kind: %w[pickup delivery])
      constraint(:stops_window_in_order) { (from_at =~ nil) | (to_at =~ nil) | (from_at <= to_at) }
      index :load_id
    end

    create_table(:freight_lines) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      Integer :position, null: false
      String :what, text: true, null: false
      String :unit, text: true, null: false, default: ""
      %i[pieces weight_lb volume_cuft length_in width_in height_in].each { |column| Integer column }
      String :hazmat_class, text: true, null: false, default: ""
      String :serial_number, text: true, null: false, default: ""
      constraint(
        :freight_lines_positive,
        Sequel.lit("coalesce(least(pieces, weight_lb, volume_cuft, length_in, width_in, height_in), 1) > 0")
      )
      index :load_id
    end

    create_table(:accessorials) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      Integer :position, null: false
      String :label, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      constraint(:accessorials_not_negative) { amount >= 0 }
      index :load_id
    end

    create_table(:trips) do
      primary_key :id
      String :number,
             text: true,
             null: false,
             unique: true,
             default: Sequel.lit("'T' || nextval('trip_numbers')")
      String :state, text: true, null: false, default: "planned"
      column :during, :tstzrange, null: false
      BigDecimal :loaded_miles, size: [8, 1], null: false
      BigDecimal :empty_miles, size: [8, 1], null: false
      TrueClass :miles_estimated, null: false, default: true
      String :decline_reason, text: true
      timestamptz :delivered_at
      Integer :version, null: false, default: 0
      constraint(:trips_state_known, state: %w[planned sent accepted rolling delivered declined cancelled])
      constraint(:trips_miles_not_negative) { (loaded_miles >= 0) & (empty_miles >= 0) }
    end
    create_table(:trip_loads) do
      foreign_key :trip_id, :trips, null: false
      foreign_key :load_id, :loads, null: false
      primary_key %i[trip_id load_id]
      index :load_id
    end
    # A stop of a load on its way on a trip, with what has happened there.
    create_table(:trip_stops) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :stop_id, :stops, null: false
      Integer :position, null: false
      BigDecimal :miles, size: [8, 1], null: false
      timestamptz :arrived_at
      timestamptz :worked_at
      timestamptz :left_at
      String :signer, text: true
      unique %i[trip_id position], name: :trip_stops_in_order
      unique %i[trip_id stop_id], name: :trip_stops_once
      constraint(
        :trip_stops_times_in_order,
        Sequel.lit(
          "(worked_at IS NULL OR arrived_at <= worked_at) AND (left_at IS NULL OR worked_at <= left_at)"
        )
      )
      index :stop_id
    end
    # Nobody and nothing is on two trips at a time. `live` is false once a trip is declined or cancelled.
    create_table(:trip_drivers) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :driver_id, :drivers, null: false
      BigDecimal :share_percent, size: [5, 2], null: false, default: 100
      column :during, :tstzrange, null: false
      TrueClass :live, null: false, default: true
      unique %i[trip_id driver_id], name: :trip_drivers_once
      exclude [[:driver_id, "="], [:during, "&&"]],
              using: :gist,
              name: :trip_drivers_once_at_a_time,
              where: {
                live: true
              }
      constraint(:trip_drivers_share_sane) { (share_percent > 0) & (share_percent <= 100) }
    end
    create_table(:trip_units) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :unit_id, :units, null: false
      String :role, text: true, null: false
      column :during, :tstzrange, null: false
      TrueClass :live, null: false, default: true
      unique %i[trip_id role], name: :trip_units_one_of_a_kind
      exclude [[:unit_id, "="], [:during, "&&"]],
              using: :gist,
              name: :trip_units_once_at_a_time,
              where: {
                live: true
              }
      constraint(:trip_units_role_known, role: %w[tractor trailer])
    end

    create_table(:cab_links) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      String :salt, text: true, null: false
      String :token_digest, text: true, null: false, unique: true
      timestamptz :expires_at, null: false
      timestamptz :revoked_at
      index :driver_id
    end
    create_table(:texts) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      foreign_key :trip_id, :trips
      foreign_key :link_id, :cab_links
      String :to, text: true, null: false
      String :body, text: true, null: false
      timestamptz :written_at, null: false
      timestamptz :sent_at
      String :receipt, text: true
      index :trip_id
    end

    create_table(:check_ins) do
      primary_key :id
      foreign_key :trip_id, :trips, null: false
      foreign_key :stop_id, :stops
      foreign_key :driver_id, :drivers, null: false
      String :kind, text: true, null: false
      timestamptz :done_at, null: false
      timestamptz :arrived_at, null: false
      String :note, text: true
      String :signer, text: true
      Float :latitude
      Float :longitude
      constraint(
        :check_ins_kind_known,
        kind: %w[accepted declined on_my_way arrived loaded delivered left note paper]
      )
      index %i[trip_id id]
    end
    run "CREATE TRIGGER check_ins_append_only BEFORE UPDATE OR DELETE ON check_ins FOR EACH ROW EXECUTE " \
          "FUNCTION refuse_change()"

    create_table(:papers) do
      primary_key :id
      foreign_key :load_id, :loads, null: false
      foreign_key :trip_id, :trips
      foreign_key :stop_id, :stops
      String :kind, text: true, null: false
      String :content_type, text: true, null: false
      Integer :bytes, null: false
      String :sha256, text: true, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      constraint(:papers_kind_known, kind: %w[bol pod scale_ticket lumper_receipt permit damage])
      constraint(:papers_size_sane) { (bytes > 0) & (bytes <= 15 * 1024 * 1024) }
      index :load_id
    end
    # Apart from the row that lists them, so that no list reads a photo by accident.
    create_table(:paper_contents) do
      foreign_key :paper_id, :papers, primary_key: true
      File :content, null: false
    end
  end
end
