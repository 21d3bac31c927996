# frozen_string_literal: true

# Lines of a label and figures, drawn one by one: thousands of statements are made at once, and a table that
# measures every cell takes four times as long.
class Papers::QuickRows
  SIZE = 9
  LEADING = 11
  # Right edges of the figures, from the right margin.
  FIGURES = [140, 80, 0].freeze
  LABEL_WIDTH = 290
  RULE = "DDDDDD"

  # widths - what texts were measured already
  def initialize(pdf, widths)
    @pdf = pdf
    @widths = widths
  end

  def row(label, cells, bold: false)
    parts = wrapped(label)
    room(parts.length)
    parts.each_with_index do |part, i|
      write(part, 0, bold:)
      figures(cells, bold:) if i.zero?
      next_line
    end
    @pdf.stroke_color RULE
    @pdf.stroke_horizontal_line(0, @pdf.bounds.width, at: @pdf.cursor - 1)
    @pdf.move_down 4
  end

  def room(lines) = @pdf.cursor < (lines * (LEADING + 4)) + 20 ? @pdf.start_new_page : nil
  def next_line(more = 0) = @pdf.move_down(LEADING + more)

  def write(text, x, size: SIZE, bold: false, color: "000000")
    @pdf.fill_color color
    @pdf.font("Helvetica", style: bold ? :bold : :normal) do
      @pdf.draw_text(text, at: [x, @pdf.cursor - LEADING + 3], size:)
    end
  end

  def figures(cells, bold: false, color: "000000", edges: FIGURES)
    cells.zip(edges) do |cell, edge|
      write(cell, @pdf.bounds.width - edge - width(cell, bold:), bold:, color:)
    end
  end

  private

  def width(text, bold: false) =
    @widths[[text, bold]] ||= @pdf.width_of(text, size: SIZE, style: bold ? :bold : :normal)

  # By words, each measured once.
  def wrapped(text)
    blank = width(" ")
    lines = [[]]
    left = LABEL_WIDTH
    text.split.each do |word|
      wide = width(word) + blank
      if wide > left && lines.last.any?
        lines << []
        left = LABEL_WIDTH
      end
      lines.last << word
      left -= wide
    end
    lines.map { |words| words.join(" ") }
  end
end
