# frozen_string_literal: true

# What the company sets is changed by more than one: each row says which version an edit was made on.
Sequel.migration do
  change do
    %i[match_settings tracking_settings].each do |table|
      alter_table(table) { add_column :version, Integer, null: false, default: 1 }
    end
  end
end
