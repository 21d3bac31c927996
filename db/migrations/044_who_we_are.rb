# frozen_string_literal: true

# Where the company is and the numbers that offices know it by, for applications, statements and sheets.
Sequel.migration do
  change do
    alter_table(:company) do
      %i[address town state zip phone usdot_number carrier_number].each do |column|
        add_column column, String, text: true, null: false, default: ""
      end
      add_column :version, Integer, null: false, default: 1
    end
  end
end
