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

    # rows - of one load or several; named - what each load is called, by its id
    def pieces(rows, named = {})
      rows.map do |row|
        Core::Freight::Deck::Piece.new(
          key: row[:id],
          load: row[:load_id],
          what: [row[:what], named[row[:load_id]]].compact.join(" of "),
          count: row[:pieces],
          **row.slice(:length_in, :width_in, :height_in, :stackable)
        )
      end
    end

    def hazardous?(load_ids) = where(load_id: load_ids).exclude(hazmat_class: "").any?
  end
