# frozen_string_literal: true

# Other companies that permits are asked for, each with its own name, numbers and balance at the offices; and a
# second way that a permit comes.
Sequel.migration do
  change do
    create_table(:applicants) do
      primary_key :id
      String :name, text: true, null: false, unique: true
      %i[address town state zip phone usdot_number carrier_number].each do |column|
        String column, text: true, null: false, default: ""
      end
      TrueClass :retired, null: false, default: false
      Integer :version, null: false, default: 0
    end
    alter_table(:permit_files) do
      add_foreign_key :applicant_id, :applicants
      add_column :also_by, String, text: true
      add_column :also_to, String, text: true, null: false, default: ""
      add_constraint(:permit_files_also_by_known, also_by: %w[mail fax])
    end
    alter_table(:permit_receipts) { add_foreign_key :applicant_id, :applicants }
  end
end
