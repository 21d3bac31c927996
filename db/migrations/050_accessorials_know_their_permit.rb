# frozen_string_literal: true

# What an accessorial is of, where the permit file put it into the price, and of which permit: its words are for
# people.
Sequel.migration do
  up do
    alter_table(:accessorials) do
      add_column :kind, String, text: true
      add_foreign_key :permit_id, :permits, on_delete: :set_null
      add_constraint(:accessorials_kind_known, kind: %w[permit_fee permit_escort permit_service])
    end
    run <<~SQL
      UPDATE accessorials SET kind = CASE
        WHEN label = 'Permit service' THEN 'permit_service'
        WHEN label ~ '^Permit [A-Z]{2}$' THEN 'permit_fee'
        WHEN label ~ '^Escorts [A-Z]{2}: ' THEN 'permit_escort' END
      WHERE load_id IN (SELECT load_id FROM permit_files)
    SQL
    run <<~SQL
      UPDATE accessorials SET permit_id = permits.id
      FROM permits JOIN permit_files ON permit_files.id = permits.file_id
      WHERE accessorials.kind = 'permit_fee' AND permit_files.load_id = accessorials.load_id
        AND accessorials.label = 'Permit ' || permits.jurisdiction AND permits.status <> 'cancelled'
    SQL
  end
  down do
    alter_table(:accessorials) do
      drop_constraint :accessorials_kind_known
      drop_column :permit_id
      drop_column :kind
    end
  end
end
