# frozen_string_literal: true

# A cell of a table that people open in a spreadsheet.
module Papers::SafeCell
  # A text that a spreadsheet would take for a formula is kept a text.
  def self.of(cell)
    text = cell.is_a?(BigDecimal) ? cell.to_s("F") : cell.to_s
    text.match?(/\A[=+@]|\A-(?!\d)/) ? "'#{text}" : text
  end
end
