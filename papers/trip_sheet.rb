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
    @trip = @sheet.trip
    @pages = @sheet.pages
    super("Trip #{@trip[:number]}")
  end

  def number = @trip[:number]

  def render
    head
    stops
    freight
    permits
    notes
    directions
    number_pages @trip[:number]
    @pdf.render
  end

  private

  def head
    quiet Store::Company.row[:name]
    loads = @pages.map { |page| page.load[:number] }
    headline "Trip #{@trip[:number]}#{", load#{"s" if loads.length > 1} #{loads.join(", ")}" if loads.any?}"
    units = @sheet.units.map { |row| "#{row[:role].sub("second_", "other ")} #{row[:number]}" }
    say "#{@sheet.drivers.map { |row| row[:name] }.join(" and ")} • #{units.join(", ")}", size: 11
    @pages.each do |page|
      references = page.references.map { |row| Core::Spoken.reference(row[:kind], row[:value]) }
      say [page.customer[:name], references.join(", ")].reject(&:empty?).join(" • ")
    end
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
    place = places[stop[:place_id]] || {}
    said = stop[:load_id] ? stop[:kind].capitalize : format(OWN.fetch(stop[:kind], "%s"), stop[:unit])
    [
      number.to_s,
      said,
      where(stop, place),
      window(stop),
      lines(stop[:reference], place[:dock_hours], place[:driver_notes], stop[:notes])
    ]
  end

  def places = @places ||= @pages.map(&:places).reduce({}, :merge)

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
    return if @pages.empty?

    title "Freight"
    @pages.each do |page|
      say "#{page.load[:number]}:", style: :bold if @pages.length > 1
      page.freight.each { |line| say line(line) }
      keep(page.load)
    end
  end

  def line(line)
    hazmat = line[:hazmat_class].to_s.empty? ? nil : "hazmat #{line[:hazmat_class]}"
    weight = line[:weight_lb] && Core::Spoken.pounds(line[:weight_lb])
    [line[:pieces], line[:unit], line[:what], weight, hazmat].compact.join(" ")
  end

  def keep(load)
    low, high = load.values_at(:temperature_low_f, :temperature_high_f)
    say "Keep between #{low} and #{high} F.", style: :bold if low || high
    say "Tarps.", style: :bold if load[:tarps]
  end

  # Each by its name, with what it is for and what it asks of who drives by it.
  def permits
    return if @sheet.permits.empty?

    title "Permits"
    @sheet.permits.each do |permit|
      state = PermitRules.all[permit[:jurisdiction]]&.name || permit[:jurisdiction]
      days = permit.values_at(:valid_from, :valid_to).map { |day| Core::Spoken.date(day) }.join(" to ")
      amended_on = permit[:amends_id] && permit[:answered_at]&.to_date
      say "#{Core::Permits::Paper.title(state, permit[:number], amended_on:)}: #{days}", style: :bold
      asks(permit).each { |text| say text }
    end
  end

  def asks(permit)
    guide = permit[:guide].to_h
    unsure = guide["unsure"].to_i
    [
      Core::Permits::Paper.sizes(permit[:issued_for]),
      *guide["escorts"].to_a,
      *guide["hours"].to_a,
      permit[:said],
      (
        if unsure.positive?
          "#{unsure} of the values behind this are not checked: the permit itself holds."
        else
          ""
        end
      )
    ].reject { |text| text.to_s.empty? }
  end

  def notes
    told = @pages.map { |page| page.load[:driver_notes].to_s }.reject(&:empty?)
    if told.any?
      title "Notes"
      told.each { |text| say text }
    end
    return if @pages.empty?

    title "Papers wanted"
    say NEEDED
  end

  def directions
    return if @sheet.way.journey.nil?

    title "The route"
    Papers::SheetMap.new(@pdf, @sheet.way.ways.map(&:line), @sheet.stops).draw
    @pdf.fill_color "000000"
    Core::Roads
      .turns(@sheet.way.journey)
      .each { |turn| say "#{turn[:text]}#{" (#{turn[:miles]} mi)" if turn[:miles]&.positive?}", size: 9 }
  end
end
