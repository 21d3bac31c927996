# frozen_string_literal: true

# What a driver takes along on paper: who, with what, where and when, what to know, which papers, and the way
# in words.
class Papers::TripSheet < Papers::Letter
  # Papers that a load needs before it can be billed and paid (Core::Freight.missing_papers), in words.
  NEEDED =
    "Bill of lading, signed, from every delivery; a receipt for whatever you pay (lumper, scale, tolls)."

  # Stops that are no customer's, in words.
  OWN = { "swap" => "Swap", "drop" => "Drop %s", "hook" => "Hook %s", "yard" => "Yard" }.freeze

  # Raises Store::NotFound.
  def initialize(trip_id)
    @sheet = Reads::Freight::TripSheet.of(trip_id)
    @trip, @page = @sheet.trip, @sheet.page
    @load = @page.load
    @route = Reads::Roads::Route.of(@load[:id])
    super("Trip #{@trip[:number]}")
  end

  def number = @trip[:number]

  def render
    head
    stops
    freight
    notes
    directions
    number_pages @trip[:number]
    @pdf.render
  end

  private

  def head
    quiet Store::Company.row[:name]
    headline "Trip #{@trip[:number]}, load #{@load[:number]}"
    units = @sheet.units.map { |row| "#{row[:role].sub("second_", "other ")} #{row[:number]}" }
    say "#{@sheet.drivers.map { |row| row[:name] }.join(" and ")} • #{units.join(", ")}", size: 11
    references = @page.references.map { |row| Core::Spoken.reference(row[:kind], row[:value]) }
    say "#{@page.customer[:name]} • #{references.join(", ")}"
    empty, loaded =
      @trip.values_at(:empty_miles, :loaded_miles).map { |miles| Money.rate_text(miles, places: 1) }
    say "#{empty} miles empty, #{loaded} miles loaded"
  end

  def stops
    title "Stops"
    rows = @sheet.stops.map.with_index(1) { |stop, i| stop_row(stop, i) }
    head = ["", "", "Where", "Appointment", "To know"]
    table(rows, head:, column_widths: { 0 => 20, 1 => 56, 3 => 112 })
  end

  def stop_row(stop, number)
    place = @page.places[stop[:place_id]] || {}
    said = stop[:load_id] ? stop[:kind].capitalize : format(OWN.fetch(stop[:kind], "%s"), stop[:unit])
    [
      number.to_s,
      said,
      where(stop, place),
      window(stop),
      lines(stop[:reference], place[:dock_hours], place[:driver_notes], stop[:notes])
    ]
  end

  def where(stop, place) =
    lines(stop[:name], stop[:address], "#{stop[:town]}, #{stop[:state]} #{stop[:zip]}", place[:phone])
  def lines(*parts) = parts.reject { |part| part.to_s.empty? }.join("\n")

  def window(stop)
    zone = TZInfo::Timezone.get(stop[:zone])
    from, to = stop.values_at(:from_at, :to_at).map { |at| at && zone.to_local(at) }
    return "no time yet" unless from || to

    last = to && (from.nil? || from.to_date != to.to_date ? Core::Spoken.time(to) : to.strftime("%-H:%M"))
    [(Core::Spoken.time(from) if from), last].compact.join(" to ") + " #{(from || to).strftime("%Z")}"
  end

  def freight
    title "Freight"
    @page.freight.each do |line|
      hazmat = line[:hazmat_class].to_s.empty? ? nil : "hazmat #{line[:hazmat_class]}"
      weight = line[:weight_lb] && Core::Spoken.pounds(line[:weight_lb])
      say [line[:pieces], line[:unit], line[:what], weight, hazmat].compact.join(" ")
    end
    low, high = @load.values_at(:temperature_low_f, :temperature_high_f)
    say "Keep between #{low} and #{high} F.", style: :bold if low || high
    say "Tarps.", style: :bold if @load[:tarps]
  end

  def notes
    unless @load[:driver_notes].to_s.empty?
      title "Notes"
      say @load[:driver_notes]
    end
    title "Papers wanted"
    say NEEDED
  end

  def directions
    return if @route.turns.empty?

    title "The route"
    Papers::SheetMap.new(@pdf, @route.parts.map { |part| part.leg.route&.line || [] }, @page.stops).draw
    @pdf.fill_color "000000"
    @route.turns.each do |turn|
      say "#{turn[:text]}#{" (#{turn[:miles]} mi)" if turn[:miles]&.positive?}", size: 9
    end
  end
end
