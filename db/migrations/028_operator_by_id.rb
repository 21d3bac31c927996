# frozen_string_literal: true

# Who operates a unit is a driver, not his name: pay by units follows him when he is renamed.
Sequel.migration do
  up do
    alter_table(:units) { add_foreign_key :operator_id, :drivers }
    run <<~SQL
      UPDATE units SET operator_id = (SELECT id FROM drivers
        WHERE lower(drivers.name) = lower(trim(units.operator)) ORDER BY retired, id LIMIT 1)
        WHERE operator <> ''
    SQL
    add_index :units, :operator_id
  end

  down { raise Sequel::Error, "Migrations only go forward." }
end
