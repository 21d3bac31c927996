# frozen_string_literal: true

# A small map of the way on a PDF: the states, the line, the stops by number.
class Papers::SheetMap
  HEIGHT = 190
  # Degrees around the way.
  MARGIN = 0.6

  # lines - Array of Array of [longitude, latitude]; stops - rows with longitude, latitude
  def initialize(pdf, lines, stops)
    @pdf = pdf
    @lines = lines.reject(&:empty?)
    @stops = stops.map { |stop| stop.values_at(:longitude, :latitude) }
    points = @lines.flatten(1) + @stops
    @west, @east = points.map(&:first).minmax
    @south, @north = points.map(&:last).minmax
    # Degrees of longitude are shorter than those of latitude: by the cosine.
    @narrow = Math.cos((@south + @north) / 2 * Math::PI / 180)
  end

  def draw
    return if @lines.empty?

    @pdf.start_new_page if @pdf.cursor < HEIGHT + 20
    @left = @pdf.bounds.absolute_left
    @bottom = @pdf.bounds.absolute_bottom + @pdf.cursor - HEIGHT
    @pdf.canvas { clipped { drawn } }
    @pdf.move_down HEIGHT + 6
  end

  private

  def width = @pdf.page.dimensions[2] - (2 * @left)

  # Points to a degree of latitude.
  def scale =
    @scale ||= [
      width / ((@east - @west + (2 * MARGIN)) * @narrow),
      HEIGHT / (@north - @south + (2 * MARGIN))
    ].min

  def at((longitude, latitude))
    [
      @left + (width / 2) + ((longitude - ((@west + @east) / 2)) * @narrow * scale),
      @bottom + (HEIGHT / 2) + ((latitude - ((@south + @north) / 2)) * scale)
    ]
  end

  def clipped
    @pdf.save_graphics_state do
      @pdf.add_content("#{@left} #{@bottom} #{width} #{HEIGHT} re W n")
      yield
    end
    @pdf.stroke_color "999999"
    @pdf.line_width 0.5
    @pdf.stroke_rectangle [@left, @bottom + HEIGHT], width, HEIGHT
  end

  def drawn
    @pdf.line_width 0.5
    @pdf.stroke_color "BBBBBB"
    RoadData.states.each_value { |rings| rings.each { |ring| trace(ring) } }
    @pdf.line_width 2
    @pdf.stroke_color "0B5562"
    @lines.each { |line| trace(line) }
    @stops.each_with_index { |stop, i| mark(at(stop), i + 1) }
  end

  def trace(points)
    first, *rest = points.map { |point| at(point) }
    @pdf.stroke do
      @pdf.move_to(first)
      rest.each { |point| @pdf.line_to(point) }
    end
  end

  def mark(spot, number)
    @pdf.fill_color "FFFFFF"
    @pdf.line_width 1
    @pdf.fill_and_stroke_circle spot, 7
    @pdf.fill_color "000000"
    @pdf.draw_text number, at: [spot.first - (number > 9 ? 4.5 : 2.2), spot.last - 2.8], size: 8
  end
end
