# frozen_string_literal: true

# A trip's report: what was done when, what was told, and every paper, in one PDF.
class Papers::TripReport < Papers::Letter
  include Papers::Enclosed
  WORDS = {
    "pre_trip" => "Pre-trip inspection",
    "on_my_way" => "On the way",
    "begun" => "Loading or unloading begun",
    "post_trip" => "Post-trip inspection"
  }.freeze

  def initialize(trip_id)
    @report = Reads::Tracking::TripReport.of(trip_id)
    @trip, @stops, @check_ins, @papers = @report.trip, @report.stops, @report.check_ins, @report.papers
    super("Report of trip #{@trip[:number]}")
  end

  def render
    head
    steps
    notes
    told
    activities
    pictures
    number_pages @trip[:number]
    joined(@pdf.render)
  end

  private

  def stop_of(id) = @stops.find { |stop| stop[:stop_id] == id }
  def at(instant, zone) = Core::Spoken.zoned(TZInfo::Timezone.get(zone).to_local(instant))
  def zone_of(row) = stop_of(row[:stop_id])&.fetch(:zone) || @stops.first[:zone]

  def head
    drivers = @report.drivers.map { |row| row[:name] }
    units = @report.units.map { |row| "#{row[:role].sub("second_", "other ")} #{row[:number]}" }
    quiet Store::Company.row[:name]
    headline "Report of trip #{@trip[:number]}"
    say "#{drivers.join(" and ")} • #{units.join(", ")}", size: 11
    confirmed
    @report.loads.each { |row| say "#{row[:number]}: #{row[:origin]} to #{row[:destination]}" }
  end

  # By each driver of the trip, the last time.
  def confirmed
    @check_ins
      .select { |row| row[:kind] == "confirmed" }
      .group_by { |row| row[:by] }
      .each_value do |rows|
        say "#{rows.last[:by]} said on #{at(rows.last[:done_at], zone_of(rows.last))} that it is right."
      end
  end

  def steps
    title "Stops"
    rows =
      @stops.map do |stop|
        [
          "#{stop[:kind].capitalize}\n#{stop[:name]}\n#{stop[:town]}, #{stop[:state]}",
          *%i[arrived_at begun_at worked_at left_at].map do |column|
            stop[column] ? at(stop[column], stop[:zone]) : ""
          end,
          stop[:signer]
        ]
      end
    table(rows, head: ["Stop", "Arrived", "Begun", "Done", "Left", "Signed by"])
  end

  # For dispatch and for the customer apart.
  def notes
    { "customer_note" => "Notes for the customer", "note" => "Notes for dispatch" }.each do |kind, words|
      rows = @check_ins.select { |row| row[:kind] == kind }
      next if rows.empty?

      title words
      rows.each { |row| say "#{at(row[:done_at], zone_of(row))}: #{row[:note]}" }
    end
  end

  def told
    rows = @check_ins.reject { |row| row[:details].to_h.empty? }
    return if rows.empty?

    title "Told with it"
    rows.each do |row|
      stop = stop_of(row[:stop_id])
      what = WORDS.fetch(row[:kind], row[:kind].capitalize)
      say "#{what}#{" at #{stop[:name]}" if stop}: #{details(row[:details].to_h)}"
    end
  end

  def details(told)
    told
      .except("odometer_confirmed", "sure")
      .map do |name, value|
        "#{name.tr("_", " ").sub(" f", "")} " \
          "#{value.is_a?(Hash) ? "#{value["amount"]} #{value["unit"].tr("_", " ")}" : value}"
      end
      .join(", ")
  end

  def activities
    rows = @report.activities
    return if rows.empty?

    title "Activities"
    zone = @stops.first[:zone]
    rows.each do |row|
      note = row[:note].empty? ? "" : ", #{row[:note]}"
      say "#{at(row[:from_at], zone)} to #{at(row[:to_at], zone)}: #{row[:kind].tr("_", " ")}#{note}"
    end
  end

  def caption(paper)
    stop = stop_of(paper[:stop_id])
    [
      "#{paper[:kind].tr("_", " ").capitalize} at #{stop&.fetch(:name)}, " \
        "#{at(paper[:at], zone_of(paper))}, by #{paper[:by]}",
      paper[:signer] && "signed by #{paper[:signer]}",
      paper[:latitude] && format("at %.4f, %.4f", paper[:latitude], paper[:longitude])
    ].compact.join(", ")
  end
end
