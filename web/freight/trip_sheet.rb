# frozen_string_literal: true

require "prawn"
require "prawn/table"

# What a driver takes along on paper: who, with what, where and when, what to know, which papers, and the way
# in words.
class Web::Freight::TripSheet
  # Papers that a load needs before it can be billed and paid (Core::Freight.missing_papers), in words.
  NEEDED =
    "Bill of lading, signed, from every delivery; a receipt for whatever you pay (lumper, scale, tolls)."

  # Stops that are no customer's, in words.
  OWN = { "swap" => "Swap", "drop" => "Drop %s", "hook" => "Hook %s", "yard" => "Yard" }.freeze

  def initialize(trip_id)
    @trip = DB[:trips].first(id: trip_id) or raise Work::NotFound.new("trip", trip_id)
    load_id = DB[:trip_loads].where(trip_id:).get(:load_id)
    @load = Web::Freight::Present.load(load_id)
    @way = Web::Roads::Way.new(load_id).to_h
    @drivers = Store::Freight.trip_drivers(trip_id).all
    @units = Store::Freight.trip_units(trip_id).all
    @pdf =
      Prawn::Document.new(
        page_size: "LETTER",
        margin: 48,
        info: {
          Title: "Trip #{@trip[:number]}",
          Creator: "Crew Ledger"
        }
      )
    Prawn::Fonts::AFM.hide_m17n_warning = true
  end

  def number = @trip[:number]

  def render
    head
    stops
    freight
    notes
    directions
    @pdf.number_pages "#{@trip[:number]}, page <page> of <total>",
                      at: [0, -8],
                      size: 8,
                      align: :right,
                      color: "555555"
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
  def title(text) = @pdf.move_down(12) && @pdf.text(text, size: 12, style: :bold)

  def head
    @pdf.text plain(Store::Company.row[:name]), size: 10, color: "555555"
    @pdf.text "Trip #{@trip[:number]}, load #{@load[:number]}", size: 18, style: :bold
    @pdf.text plain(
                "#{@drivers.map { |row| row[:name] }.join(" and ")} • #{
                  @units.map { |row| "#{row[:role].sub("second_", "other ")} #{row[:number]}" }.join(", ")
                }"
              ),
              size: 11
    @pdf.text plain(
                "#{@load[:customer][:name]} • #{
                  @load[:references]
                    .map { |row| "#{row[:kind].tr("_", " ").upcase} #{row[:value]}" }
                    .join(", ")
                }"
              ),
              size: 10
    @pdf.text plain(
                "#{Money.rate_text(@trip[:empty_miles], places: 1)} miles empty, " \
                  "#{Money.rate_text(@trip[:loaded_miles], places: 1)} loaded"
              ),
              size: 10
  end

  def stops
    title "Stops"
    rows =
      of_trip.each_with_index.map do |stop, i|
        [
          (i + 1).to_s,
          plain(stop[:said] || stop[:kind].capitalize),
          where(stop),
          window(stop),
          lines(stop[:dock_hours], stop[:driver_notes], stop[:notes])
        ]
      end
    style = { size: 9, borders: [:bottom], border_color: "BBBBBB", padding: [4, 4] }
    @pdf.table(
      [["", "", "Where", "Appointment", "To know"], *rows],
      header: true,
      width: @pdf.bounds.width,
      column_widths: {
        0 => 20,
        1 => 56,
        3 => 112
      },
      cell_style: style
    ) { row(0).font_style = :bold }
  end

  # The stops that this trip makes: of a relay its part, and those of its own.
  def of_trip
    by_id = @load[:stops].to_h { |stop| [stop[:id], stop] }
    Work::Freight::TripPlan
      .rows(@trip[:id])
      .map do |row|
        by_id[row[:id]] ||
          row.merge(
            said:
              format(
                OWN.fetch(row[:kind], "%s"),
                row[:unit_id] && DB[:units].where(id: row[:unit_id]).get(:number)
              ),
            from: row[:from_at]&.iso8601
          )
      end
  end

  def where(stop) =
    lines(stop[:name], stop[:address], "#{stop[:town]}, #{stop[:state]} #{stop[:zip]}", stop[:phone])
  def lines(*parts) = plain(parts.reject { |part| part.to_s.empty? }.join("\n"))

  def window(stop)
    zone = TZInfo::Timezone.get(stop[:zone])
    from, to = [stop[:from], stop[:to]].map { |iso| iso && zone.to_local(Time.iso8601(iso)) }
    return "no time yet" unless from || to

    last =
      to && (from.nil? || from.to_date != to.to_date ? to.strftime("%a %-d %b %H:%M") : to.strftime("%H:%M"))
    [from&.strftime("%a %-d %b %H:%M"), last].compact.join(" to ") + " #{(from || to).strftime("%Z")}"
  end

  def freight
    title "Freight"
    @load[:freight].each do |line|
      hazmat = line[:hazmat_class].to_s.empty? ? nil : "hazmat #{line[:hazmat_class]}"
      @pdf.text plain(
                  [
                    line[:pieces],
                    line[:unit],
                    line[:what],
                    line[:weight_lb] && "#{line[:weight_lb]} lb",
                    hazmat
                  ].compact.join(" ")
                ),
                size: 10
    end
    low, high = @load.values_at(:temperature_low_f, :temperature_high_f)
    @pdf.text "Keep between #{low} and #{high} F.", size: 10, style: :bold if low || high
    @pdf.text "Tarps.", size: 10, style: :bold if @load[:tarps]
  end

  def notes
    unless @load[:notes].to_s.empty?
      title "Notes"
      @pdf.text plain(@load[:notes]), size: 10
    end
    title "Papers wanted"
    @pdf.text NEEDED, size: 10
  end

  def directions
    return if @way[:turns].empty?

    title "The way"
    Web::Freight::SheetMap.new(@pdf, @way[:parts].map { |part| part[:line] }, @load[:stops]).draw
    @pdf.fill_color "000000"
    @way[:turns].each do |turn|
      @pdf.text plain("#{turn[:text]}#{" (#{turn[:miles]} mi)" if turn[:miles]&.positive?}"), size: 9
    end
  end
end
