# frozen_string_literal: true

# What is agreed on price: fuel by a customer's own scale and the week's price of diesel, charges by code, lanes; how
# customers are billed; and what becomes of what they do not pay.
Sequel.migration do
  up do
    create_table(:diesel_prices) do
      primary_key :id
      String :region, text: true, null: false
      Date :told_on, null: false
      BigDecimal :price, size: [6, 3], null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      unique %i[region told_on], name: :diesel_prices_once
      constraint(:diesel_prices_sane) { (price > 0) & (price < 100) }
    end
    create_table(:fuel_scales) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false
      Date :from_on, null: false
      String :region, text: true, null: false
      String :kind, text: true, null: false
      BigDecimal :base, size: [6, 3], null: false
      BigDecimal :step, size: [6, 3], null: false
      BigDecimal :each, size: [8, 4], null: false
      String :counting, text: true, null: false
      Integer :places, null: false
      Integer :lag_days, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      unique %i[customer_id from_on], name: :fuel_scales_once
      constraint(:fuel_scales_kind_known, kind: %w[per_mile percent])
      constraint(:fuel_scales_counting_known, counting: %w[exact full begun])
      constraint(:fuel_scales_sane, Sequel.lit("base >= 0 AND step > 0 AND \"each\" > 0"))
      constraint(:fuel_scales_places) { (places >= 0) & (places <= 4) }
      constraint(:fuel_scales_lag) { (lag_days >= 0) & (lag_days <= 14) }
    end
    # What a charge is, for one customer or, without one, for all.
    create_table(:charge_prices) do
      primary_key :id
      foreign_key :customer_id, :customers
      String :code, text: true, null: false
      String :label, text: true, null: false
      BigDecimal :amount, size: [12, 2], null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      constraint(:charge_prices_not_negative) { amount >= 0 }
      constraint(
        :charge_prices_code_known,
        code: %w[detention layover lumper tarp extra_stop not_used reconsignment other]
      )
    end
    run "CREATE UNIQUE INDEX charge_prices_once ON charge_prices (customer_id, code, label) NULLS NOT DISTINCT"
    create_table(:lane_agreements) do
      primary_key :id
      foreign_key :customer_id, :customers, null: false
      # A town with its state, or a state.
      String :origin, text: true, null: false
      String :destination, text: true, null: false
      String :price_kind, text: true, null: false
      BigDecimal :rate, size: [11, 4], null: false
      Date :from_on, null: false
      # The last day.
      Date :until_on
      String :by, text: true, null: false
      timestamptz :at, null: false
      unique %i[customer_id origin destination from_on], name: :lane_agreements_once
      constraint(:lane_agreements_kind_known, price_kind: %w[flat per_mile per_hundredweight per_ton])
      constraint(:lane_agreements_sane, Sequel.lit("rate > 0 AND (until_on IS NULL OR until_on >= from_on)"))
    end
    alter_table(:loads) do
      # The surcharge is worked out by the customer's scale; of which week diesel's price is missing for it.
      add_column :fuel_by_scale, TrueClass, null: false, default: false
      add_column :diesel_price, BigDecimal, size: [6, 3]
      add_column :diesel_told_on, Date
      add_column :diesel_lacking_on, Date
      # What the customer's confirmation says that the load costs.
      add_column :confirmed_total, BigDecimal, size: [12, 2]
    end
    # The customer's number for it, or whoever of his agreed.
    alter_table(:accessorials) do
      add_column :authorised_as, String, text: true, null: false, default: ""
      # A load that is cancelled is looked for by it.
      add_index :load_id, where: { kind: "not_used" }, name: :accessorials_not_used
    end
    alter_table(:customers) do
      # By hand, each load when it is ready, or all of a week on one invoice.
      add_column :bill_by, String, text: true, null: false, default: "by_hand"
      # What is owed beyond the limit stops a booking, or only warns.
      add_column :credit_stops, TrueClass, null: false, default: false
      add_column :discount_percent, BigDecimal, size: [5, 2]
      add_column :discount_days, Integer
      add_constraint(:customers_bill_by_known, bill_by: %w[by_hand each_load each_week])
      add_constraint(
        :customers_discount_sane,
        Sequel.lit(
          "discount_percent IS NULL OR (discount_percent > 0 AND discount_percent <= 20 AND discount_days >= 0)"
        )
      )
    end
  end
end
