# frozen_string_literal: true

# Customers, places, drivers and units as sheets hold them: what a column means, and how its cells are read.
module Core::Directory
  # How a spreadsheet of a kind of record is laid out: its columns by name, those of which a row is known
  # again first.
  #
  # kind - :customers, :places, :drivers or :units
  #
  # Returns Hash of Symbol to Column.
  def self.columns(kind) = Columns.all(kind).to_h { |column| [column.name, column] }

  # Reads a file of rows.
  #
  # text - String in UTF-8, of any separator that spreadsheets write
  #
  # Returns Sheet. Raises Refused `not_csv`, `missing_column`, `column_twice`.
  def self.sheet(kind, text) = Sheet.read(text, columns(kind))

  # The value of a cell, or what is wrong with it and what to write instead.
  #
  # Returns Cell.
  def self.cell(column, text) = Cell.read(column, text)
end
