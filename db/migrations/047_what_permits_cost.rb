# frozen_string_literal: true

# Since when an office does not answer; what came back of a fee; what a permit asks of who drives by it: {
# escorts:, hours:,
# unsure: }, as the state's rules had it when it was issued.
Sequel.migration do
  change do
    alter_table(:permits) do
      add_column :silent_since, :timestamptz
      add_column :refunded, BigDecimal, size: [10, 2], null: false, default: 0
      add_column :refunded_on, Date
      add_column :guide, :jsonb, null: false, default: "{}"
      add_constraint(:permits_refund_not_above_fee) { (refunded >= 0) & ((fee =~ nil) | (refunded <= fee)) }
    end
  end
end
