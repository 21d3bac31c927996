# frozen_string_literal: true

# Customers, places, drivers with their pay plans, and units (tractors and trailers).
Sequel.migration do
  up do
    create_table(:customers) do
      primary_key :id
      String :name, text: true, null: false
      TrueClass :payer, null: false, default: true
      Integer :terms_days, null: false, default: 30
      %i[address town state zip phone email notes].each do |column|
        String column, text: true, null: false, default: ""
      end
      column :search_text,
             :text,
             generated_always_as:
               Sequel.lit("lower(name || ' ' || town || ' ' || state || ' ' || zip || ' ' || phone)")
      Integer :version, null: false, default: 0
      TrueClass :retired, null: false, default: false
      unique :name, name: :customers_name_once
      constraint(:customers_terms_sane) { (terms_days >= 0) & (terms_days <= 365) }
    end

    create_table(:places) do
      primary_key :id
      String :name, text: true, null: false
      String :zip, text: true, null: false
      String :town, text: true, null: false
      String :state, text: true, null: false
      Float :latitude, null: false
      Float :longitude, null: false
      String :zone, text: true, null: false
      %i[address contact phone dock_hours driver_notes].each do |column|
        String column, text: true, null: false, default: ""
      end
      column :search_text,
             :text,
             generated_always_as:
               Sequel.lit("lower(name || ' ' || town || ' ' || state || ' ' || zip || ' ' || address)")
      Integer :version, null: false, default: 0
      TrueClass :retired, null: false, default: false
      unique %i[name zip], name: :places_name_once
    end

    create_table(:drivers) do
      primary_key :id
      String :name, text: true, null: false
      String :number, text: true, null: false, unique: true, unique_constraint_name: :drivers_number_once
      %i[phone email notes].each { |column| String column, text: true, null: false, default: "" }
      String :employment, text: true, null: false, default: "company_driver"
      foreign_key :terminal_id, :terminals, null: false
      String :licence_class, text: true, null: false, default: "A"
      Date :licence_expires_on
      Date :medical_expires_on
      TrueClass :hazmat, null: false, default: false
      column :search_text,
             :text,
             generated_always_as: Sequel.lit("lower(name || ' ' || number || ' ' || phone)")
      Integer :version, null: false, default: 0
      TrueClass :retired, null: false, default: false
      constraint(:drivers_employment_known, employment: %w[company_driver owner_operator])
      constraint(:drivers_licence_known, licence_class: %w[A B C])
    end

    # The rates of a driver and the day from which they hold; a trip is paid by the rates of its day.
    create_table(:pay_plans) do
      primary_key :id
      foreign_key :driver_id, :drivers, null: false
      Date :in_force_from, null: false
      String :basis, text: true, null: false, default: "per_mile"
      BigDecimal :loaded_mile_rate, size: [11, 4], null: false
      BigDecimal :empty_mile_rate, size: [11, 4], null: false
      BigDecimal :extra_stop, size: [12, 2], null: false, default: 0
      Integer :stops_included, null: false, default: 2
      BigDecimal :detention_hourly, size: [11, 4], null: false, default: 0
      BigDecimal :tarp, size: [12, 2], null: false, default: 0
      BigDecimal :period_minimum, size: [12, 2], null: false, default: 0
      unique %i[driver_id in_force_from], name: :pay_plans_once_a_day
      constraint(:pay_plans_basis_known, basis: %w[per_mile])
      constraint(:pay_plans_not_negative) do
        (loaded_mile_rate >= 0) & (empty_mile_rate >= 0) & (extra_stop >= 0) & (tarp >= 0) &
          (period_minimum >= 0)
      end
    end

    create_table(:units) do
      primary_key :id
      String :number, text: true, null: false, unique: true, unique_constraint_name: :units_number_once
      String :kind, text: true, null: false
      String :trailer_kind, text: true
      foreign_key :terminal_id, :terminals
      %i[plate plate_state vin make model notes].each do |column|
        String column, text: true, null: false, default: ""
      end
      Integer :model_year
      Integer :length_ft
      column :search_text,
             :text,
             generated_always_as:
               Sequel.lit(
                 "lower(number || ' ' || kind || ' ' || coalesce(trailer_kind, '') || ' ' || plate || ' ' " \
                   "|| vin || ' ' || make)"
               )
      Integer :version, null: false, default: 0
      TrueClass :retired, null: false, default: false
      constraint(:units_kind_known, kind: %w[tractor trailer])
      constraint(
        :units_trailer_kind_known,
        Sequel.lit(
          "(kind = 'trailer') = (trailer_kind IS NOT NULL) AND (trailer_kind IS NULL OR trailer_kind IN " \
            "('dry_van','reefer','flatbed','step_deck','lowboy'))"
        )
      )
    end
    %i[customers places drivers units].each do |table|
      run "CREATE INDEX #{table}_search ON #{table} USING gin (search_text gin_trgm_ops)"
    end
  end
end
