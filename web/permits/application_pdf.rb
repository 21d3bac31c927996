# frozen_string_literal: true

require "prawn"
require "prawn/table"

# The filled application of a permit on paper, for an office that takes it by mail, fax or at its window.
class Web::Permits::ApplicationPdf
  def initialize(permit_id)
    @permit = DB[:permits].first(id: permit_id) or raise Work::NotFound.new("permit", permit_id)
    @says = Work::Permits::Application.of(@permit)
    @file = DB[:permit_files].first(id: @permit[:file_id])
    @state = PermitRules.all[@permit[:jurisdiction]]&.name || @permit[:jurisdiction]
    @pdf =
      Prawn::Document.new(
        page_size: "LETTER",
        margin: 48,
        info: {
          Title: "Application, #{@state}",
          Creator: "Crew Ledger"
        }
      )
    Prawn::Fonts::AFM.hide_m17n_warning = true
  end

  def render
    @pdf.text plain("Application for an #{@permit[:kind].tr("_", " ")} permit").sub(
                "an superload",
                "a superload"
              ),
              size: 16,
              style: :bold
    @pdf.text plain(
                "To #{@state}, by #{@says[:company]}, #{@says[:contact]}; please answer by " \
                  "#{@says[:deliver_by]}"
              ),
              size: 10
    table("What moves", sizes)
    table("Units", units)
    table("Axles", axles, head: ["", "Weight, lb", "Feet behind the axle before"]) if axles.any?
    table("Way through #{@state}", turns, head: %w[Road To Miles])
    attested
    @pdf.render
  end

  private

  # The built-in fonts know the letters of Western Europe only.
  def plain(text) =
    text
      .to_s
      .gsub("→", "to")
      .tr("–’", "-'")
      .encode("Windows-1252", invalid: :replace, undef: :replace)
      .encode("UTF-8")
  def feet(inches) = inches ? "#{inches / 12} ft #{inches % 12} in" : "none"

  def sizes
    vehicle = @says[:vehicle]
    rows = {
      "Load" => @says[:load][:what],
      "Serial number" => @says[:load][:serial_number],
      "Can be divided" => @says[:load][:divisible] ? "yes" : "no",
      "Starts on" => @says[:starts_on],
      "Our reference" => @says[:reference],
      **(@says[:deliver_by] == "download" ? {} : { "By #{@says[:deliver_by]} to" => @says[:deliver_to] })
    }
    sizes = {
      width_in: "Width",
      height_in: "Height",
      length_in: "Length over all",
      trailer_length_in: "Trailer",
      front_overhang_in: "Front overhang",
      rear_overhang_in: "Rear overhang"
    }
    rows
      .merge(sizes.to_h { |name, words| [words, feet(vehicle[name])] })
      .merge("Gross weight" => "#{vehicle[:gross_lb]} lb")
      .to_a
  end

  def units
    %i[tractor trailer].filter_map do |role|
      unit = @says[role] or next
      [
        role.to_s.capitalize,
        [
          unit[:number],
          unit[:model_year],
          unit[:make],
          "VIN #{unit[:vin]}",
          "plate #{unit[:plate_state]} #{unit[:plate]}",
          unit[:registered_lb] && "registered for #{unit[:registered_lb]} lb"
        ].compact.join(", ")
      ]
    end
  end

  def axles =
    @says[:vehicle][:axles].each_with_index.map do |axle, i|
      [(i + 1).to_s, axle["weight_lb"].to_s, i.zero? ? "" : axle["spacing_ft"].to_s]
    end

  def turns
    rows = @says[:route][:turns].map { |turn| turn.values_at("road", "to", "miles") }
    wished = @says[:route][:wished]
    return rows if rows.any?

    [["", wished.empty? ? "not told yet" : wished, ""]]
  end

  def table(title, rows, head: nil)
    return if rows.empty?

    @pdf.move_down 12
    @pdf.text plain(title), size: 12, style: :bold
    cells = [head, *rows].compact.map { |row| row.map { |cell| plain(cell) } }
    @pdf.table(
      cells,
      width: @pdf.bounds.width,
      cell_style: {
        size: 9,
        borders: [:bottom],
        border_color: "BBBBBB",
        padding: [3, 4]
      }
    ) { row(0).font_style = :bold if head }
  end

  def attested
    @pdf.move_down 16
    at = @file[:attested_at]
    @pdf.text plain(
                (
                  if at
                    "Attested by #{@file[:attested_by]} on #{at.utc.strftime("%Y-%m-%d")}: size, weight " \
                      "and facts are right, and no piece makes the load larger than the largest does."
                  else
                    "Not attested yet."
                  end
                )
              ),
              size: 10
  end
end
