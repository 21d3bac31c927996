# frozen_string_literal: true

# Looking finds live postings by where they begin.
Sequel.migration do
  change do
    alter_table(:postings) do
      add_index %i[origin_latitude origin_longitude trailer_kind],
                where: {
                  gone_at: nil
                },
                name: :postings_live_by_origin
    end
  end
end
