# frozen_string_literal: true

# Taxes are given by payroll, driver by driver, or nobody gave any; a detention that is not settled holds its own
# line; whose a unit is, is a driver or one of the companies that pay, not a text.
Sequel.migration do
  up do
    create_table(:withheld_taxes) do
      foreign_key :pay_run_id, :pay_runs, null: false
      foreign_key :driver_id, :drivers, null: false
      column :amount, "numeric(12,2)", null: false
      column :gross, "numeric(12,2)", null: false
      column :given_by, :text, null: false
      column :given_at, :timestamptz, null: false
      primary_key %i[pay_run_id driver_id]
      constraint(:withheld_taxes_positive) { amount >= 0 }
    end
    alter_table(:trip_earnings) do
      add_column :detention_held, "integer[]", null: false, default: Sequel.lit("'{}'::integer[]")
    end
    alter_table(:units) do
      add_foreign_key :owner_driver_id, :drivers
      add_foreign_key :owner_company_id, :operating_companies
      add_constraint(:units_one_owner) { Sequel.lit("owner_driver_id IS NULL OR owner_company_id IS NULL") }
    end
    {
      owner_driver_id:
        from(:drivers).where(
          Sequel.function(:lower, Sequel[:drivers][:name]) => Sequel.function(:lower, Sequel[:units][:owner])
        ),
      owner_company_id:
        from(:operating_companies).where(
          Sequel.function(:lower, Sequel[:operating_companies][:name]) =>
            Sequel.function(:lower, Sequel[:units][:owner])
        )
    }.each do |column, holders|
      from(:units)
        .exclude(owner: "")
        .where(owner_driver_id: nil)
        .update(column => holders.select(Sequel.function(:min, :id)))
    end
  end
end
