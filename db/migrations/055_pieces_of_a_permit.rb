# frozen_string_literal: true

# How many pieces move under a permit, and whether they stand on each other: as offices ask.
Sequel.migration do
  up do
    alter_table(:permit_files) do
      add_column :pieces, Integer
      add_column :stacked, TrueClass, null: false, default: false
      add_constraint(:permit_files_pieces_positive) { (pieces =~ nil) | (pieces > 0) }
    end
    run <<~SQL
      UPDATE permit_files SET pieces = said.pieces
      FROM (SELECT load_id, sum(pieces) AS pieces FROM freight_lines GROUP BY load_id) AS said
      WHERE said.load_id = permit_files.load_id AND said.pieces > 0
    SQL
  end
  down do
    alter_table(:permit_files) do
      drop_column :pieces
      drop_column :stacked
    end
  end
end
