# frozen_string_literal: true

# What loads consist of.
Store::Freight::FreightLines =
  Store::Table.of(:freight_lines) do
    # rows - of one load
    def divisible?(rows) =
      Core::Fit.divisible?(
        rows.map do |row|
          sized = !!(row[:width_in] || row[:height_in]) || !row[:serial_number].empty?
          Core::Fit::Line.new(pieces: row[:pieces], sized:)
        end
      )

    def hazardous?(load_ids) = where(load_id: load_ids).exclude(hazmat_class: "").any?
  end
