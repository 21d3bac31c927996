# frozen_string_literal: true

# All units of one owner are found together: by whose they are and who operates them.
Sequel.migration do
  up do
    alter_table(:units) { drop_column :search_text }
    words =
      %w[number kind trailer_kind plate vin make owner operator]
        .map { |column| "coalesce(#{column}, '')" }
        .join(" || ' ' || ")
    alter_table(:units) { add_column :search_text, :text, generated_always_as: Sequel.lit("lower(#{words})") }
    run "CREATE INDEX units_search ON units USING gin (search_text gin_trgm_ops)"
  end
end
