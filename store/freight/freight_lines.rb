# frozen_string_literal: true

# What loads consist of.
Store::Freight::FreightLines =
  Store::Table.of(:freight_lines) do
    def hazardous?(load_ids) = where(load_id: load_ids).exclude(hazmat_class: "").any?
  end
