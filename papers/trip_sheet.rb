# frozen_string_literal: true

# What a driver takes along on paper: who, with what, where and when, what to know, which papers, and the way
# in words.
class Papers::TripSheet < Papers::Letter
  # Papers that a load needs before it can be billed and paid (Core::Freight.missing_papers), in words.
  NEEDED =
    "Bill of lading, signed, from every delivery; a receipt for whatever you pay (lumper, scale, tolls)."

  # Stops that are no customer's, in words.
  OWN = { "swap" => "Swap", "drop" => "Drop %s", "hook" => "Hook %s", "yard" => "Yard" }.freeze

  def initialize(trip_id)
    @trip = DB[:trips].first(id: trip_id) or raise Store::NotFound.new("trip", trip_id)
    load_id = DB[:trip_loads].where(trip_id:).get(:load_id)
    @load = Web::Freight::Present.load(load_id)
    @way = Web::Roads::Way.new(load_id).to_h
    @drivers = Store::Freight.trip_drivers(trip_id).all
    @units = Store::Freight.trip_units(trip_id).all
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
    units = @units.map { |row| "#{row[:role].sub("second_", "other ")} #{row[:number]}" }
    say "#{@drivers.map { |row| row[:name] }.join(" and ")} • #{units.join(", ")}", size: 11
    references = @load[:references].map { |row| "#{row[:kind].tr("_", " ").upcase} #{row[:value]}" }
    say "#{@load[:customer][:name]} • #{references.join(", ")}"
    empty, loaded =
      @trip.values_at(:empty_miles, :loaded_miles).map { |miles| Money.rate_text(miles, places: 1) }
    say "#{empty} miles empty, #{loaded} loaded"
  end

  def stops
    title "Stops"
    rows =
      of_trip.each_with_index.map do |stop, i|
        [
          (i + 1).to_s,
          stop[:said] || stop[:kind].capitalize,
          where(stop),
          window(stop),
          lines(stop[:dock_hours], stop[:driver_notes], stop[:notes])
        ]
      end
    head = ["", "", "Where", "Appointment", "To know"]
    table(rows, head:, column_widths: { 0 => 20, 1 => 56, 3 => 112 })
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
  def lines(*parts) = parts.reject { |part| part.to_s.empty? }.join("\n")

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
      weight = line[:weight_lb] && "#{line[:weight_lb]} lb"
      say [line[:pieces], line[:unit], line[:what], weight, hazmat].compact.join(" ")
    end
    low, high = @load.values_at(:temperature_low_f, :temperature_high_f)
    say "Keep between #{low} and #{high} F.", style: :bold if low || high
    say "Tarps.", style: :bold if @load[:tarps]
  end

  def notes
    unless @load[:notes].to_s.empty?
      title "Notes"
      say @load[:notes]
    end
    title "Papers wanted"
    say NEEDED
  end

  def directions
    return if @way[:turns].empty?

    title "The way"
    Papers::SheetMap.new(@pdf, @way[:parts].map { |part| part[:line] }, @load[:stops]).draw
    @pdf.fill_color "000000"
    @way[:turns].each do |turn|
      say "#{turn[:text]}#{" (#{turn[:miles]} mi)" if turn[:miles]&.positive?}", size: 9
    end
  end
end
