# frozen_string_literal: true

# What changed on a trip by code, so that each driver reads it in his language: Array of [code, parts].
Sequel.migration { change { add_column :trip_changes, :said, :jsonb, null: false, default: "[]" } }
