# frozen_string_literal: true

# A permit file at each of its versions, frozen: what an office is asked is one of them, and its answer belongs to it. What
# is given up while an office has it is taken back there. What a permit clerk lets go all the same is kept with why.
Sequel.migration do
  change do
    create_table(:permit_file_versions) do
      foreign_key :file_id, :permit_files, null: false
      Integer :version, null: false
      # As Work::Permits::Version.facts has it.
      column :facts, :jsonb, null: false
      String :by, text: true, null: false
      timestamptz :at, null: false
      primary_key %i[file_id version]
    end
    alter_table(:permit_files) do
      # What the rig measured, as far as it can be worked out, when somebody last looked at the file.
      add_column :seen, :jsonb
      # { by:, at:, why:, gaps: Array of sentences }
      add_column :let_go, :jsonb
    end
    alter_table(:permits) do
      # The version of the file that its office was asked with.
      add_column :asked_version, Integer
      add_column :withdraw_at, :timestamptz
      add_column :withdrawn_at, :timestamptz
    end
  end
end
