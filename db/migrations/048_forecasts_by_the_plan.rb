# frozen_string_literal: true

# When a stop could be reached at the soonest, beside when the plan of the whole trip reaches it: what there is
# to spare is counted from there.
Sequel.migration do
  change do
    alter_table(:forecasts) { add_column :soonest_at, :timestamptz }
    from(:forecasts).update(soonest_at: :arrive_at)
  end
end
