# frozen_string_literal: true

# Loads as a crew is judged for them, read together.
class Work::Match::Freight
  # row - of the load with its customer; stops - rows; fit - Core::Fit::Load; from, to - Time of the trip, nil
  #       without appointments
  Load = Value.of(:row, :stops, :fit, :from, :to, :stop_count, :hazmat)

  # ids - of loads, nil for all that are open
  def self.all(ids = nil)
    rows = Store::Match.open_loads(ids)
    keys = rows.map { |row| row[:id] }
    stops =
      Store::Freight::Stops
        .where(load_id: keys)
        .order(:load_id, :position)
        .all
        .group_by { |row| row[:load_id] }
    lines = Store::Freight::FreightLines.where(load_id: keys).all.group_by { |row| row[:load_id] }
    told = Store::Permits::Files.where(load_id: keys).select_hash(:load_id, :divisible)
    rows.map { |row| load(row, stops[row[:id]] || [], lines[row[:id]] || [], told[row[:id]]) }
  end

  # told - what the permit file says of dividing it, nil without one
  def self.load(row, stops, lines, told)
    timed = stops.any? { |stop| stop[:from_at] || stop[:to_at] }
    from, to =
      (
        if timed
          Core::Freight.span(
            stops.map do |stop|
              Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from_at], to: stop[:to_at])
            end
          )
        else
          [nil, nil]
        end
      )
    hazmat = lines.any? { |line| !line[:hazmat_class].empty? }
    Load.new(
      row:,
      stops:,
      fit:
        fit(row, stops, lines, timed, [from, to], hazmat).with(
          divisible: told.nil? ? Store::Freight::FreightLines.divisible?(lines) : told
        ),
      from:,
      to:,
      stop_count: stops.length,
      hazmat:
    )
  end

  def self.fit(row, stops, lines, timed, span, hazmat)
    sum = ->(column) do
      lines.filter_map { |line| line[column] }.then { |found| found.empty? ? nil : found.sum }
    end
    most = ->(column) { lines.filter_map { |line| line[column] }.max }
    days =
      [[stops.first, span[0]], [stops.last, span[1]]].map do |stop, at|
        at && TZInfo::Timezone.get(stop[:zone]).to_local(at).to_date
      end
    Core::Fit::Load.new(
      trailer_kind: row[:trailer_kind],
      weight_lb: sum.call(:weight_lb),
      volume_cuft: sum.call(:volume_cuft),
      pieces: Store::Freight::FreightLines.pieces(lines),
      width_in: most.call(:width_in),
      height_in: most.call(:height_in),
      hazmat:,
      reefer: !row[:temperature_low_f].nil? || !row[:temperature_high_f].nil?,
      team_needed: row[:team_needed],
      timed:,
      days:,
      tarps: row[:tarps],
      divisible: nil,
      legs: [],
      revenue: Money.cents(row[:total]),
      states:
        stops.flat_map { |stop| [stop[:state], *stop[:leg_by_state].to_a.map { |part| part["state"] }] }.uniq
    )
  end
  private_class_method :load, :fit
end
