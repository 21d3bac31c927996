# frozen_string_literal: true

require "prawn"
require "prawn/table"

# A paper of ours on letter size: its frame, its letters, its titles and tables. What stands on it is the
# subclass's.
class Papers::Letter
  GREY = "555555"
  RULE = "BBBBBB"
  MARGIN = 48

  Prawn::Fonts::AFM.hide_m17n_warning = true

  def self.document(title, margin: MARGIN, layout: :portrait) =
    Prawn::Document.new(
      page_size: "LETTER",
      page_layout: layout,
      margin:,
      info: {
        Title: title,
        Creator: "Crew Ledger"
      }
    )

  # The built-in fonts know the letters of Western Europe only; an arrow between towns becomes a word.
  def self.plain(text) =
    text
      .to_s
      .gsub("→", "to")
      .tr("–’", "-'")
      .encode("Windows-1252", invalid: :replace, undef: :replace, replace: "?")
      .encode("UTF-8")

  # pdf - to go on with, where several stand in one file
  def initialize(title, pdf: nil, **shape)
    @pdf = pdf || self.class.document(title, **shape)
  end

  private

  def plain(text) = self.class.plain(text)

  def say(text, size: 10, **look) = @pdf.text(plain(text), size:, **look)

  def quiet(text, size: 10) = say(text, size:, color: GREY)

  def headline(text) = say(text, size: 18, style: :bold)

  def title(text)
    @pdf.move_down 12
    say(text, size: 12, style: :bold)
  end

  # head - texts of the first row, or nil; column_widths - by index, in points; right - indexes of columns of figures
  def table(rows, head: nil, column_widths: {}, padding: [4, 4], right: [])
    cells = [head, *rows].compact.map { |row| row.map { |cell| plain(cell) } }
    style = { size: 9, borders: [:bottom], border_color: RULE, padding: }
    width = @pdf.bounds.width
    @pdf.table(cells, header: !head.nil?, width:, column_widths:, cell_style: style) do
      row(0).font_style = :bold if head
      columns(right).align = :right if right.any?
    end
  end

  def number_pages(before = nil)
    words = [before, "page <page> of <total>"].compact.join(", ")
    words = words[0].upcase + words[1..]
    @pdf.number_pages words, at: [0, -8], size: 8, align: :right, color: GREY
  end
end
