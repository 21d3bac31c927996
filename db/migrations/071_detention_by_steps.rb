# frozen_string_literal: true

# Customers agree on the steps that detention is counted by; and temperature records come in as papers.
Sequel.migration do
  kinds = %w[bol pod rate_confirmation scale_ticket lumper_receipt permit damage signature photo other]

  up do
    alter_table(:customers) do
      add_column :detention_step_minutes, Integer, null: false, default: 15
      add_constraint(:customers_detention_step, detention_step_minutes: 1..60)
    end
    alter_table(:papers) do
      drop_constraint :papers_kind_known
      add_constraint(:papers_kind_known, kind: [*kinds, "temperature_record"])
    end
  end

  down do
    alter_table(:customers) { drop_column :detention_step_minutes }
    alter_table(:papers) do
      drop_constraint :papers_kind_known
      add_constraint(:papers_kind_known, kind: kinds)
    end
  end
end
