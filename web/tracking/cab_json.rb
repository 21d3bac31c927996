# frozen_string_literal: true

# The JSON of a trip on the driver's phone.
class Web::Tracking::CabJson
  OVER = %w[cancelled declined].freeze

  # What a tap may have changed: the phone lays it over what it has. told - Store::Tracking::Standing
  def self.told(told, driver_id)
    json = new(told, driver_id)
    {
      **told.trip.slice(:id, :number, :status),
      **json.progress,
      **(told.changes ? { changes: json.changes } : {}),
      said: json.said,
      stops: told.stops.map { |row| { id: row[:stop_id], **times(row) } }
    }
  end

  def self.times(row) = %i[arrived_at worked_at left_at].to_h { |at| [at, row[at]&.iso8601] }

  # read - Reads::Tracking::CabTrips::Trip, or a Standing for the first part of it
  def initialize(read, driver_id)
    @read = read
    @driver_id = driver_id
  end

  def to_h
    trip = @read.trip
    wanted = @read.loads.select { |load| @read.papers_wanted.include?(load[:id]) }
    {
      **trip.slice(:id, :number, :status),
      **progress,
      stops: @read.stops.map { |row| stop(row) },
      said:,
      activities: @read.activities.map { |row| activity(row) },
      changes:,
      permits: @read.permits.map { |row| permit(row) },
      miles: Web::Figures.miles(trip[:loaded_miles]),
      routed_miles: (trip[:loaded_miles] + trip[:empty_miles]).to_i,
      findings: trip[:findings].to_a.map { |found| found.slice("code", "text", "parts") },
      papers_missing: wanted.any?,
      papers_wanted: wanted.map { |load| load[:number] },
      tractor: @read.tractor,
      trailer: @read.trailer,
      **freight,
      **odometer
    }
  end

  def progress
    status = @read.trip[:status]
    steps = Core::Tracking.steps(@read.outcome).map { |step| step(step) }
    {
      steps:,
      next: steps[(steps.rindex { |step| step[:done_at] } || -1) + 1],
      can_decline: %w[sent accepted].include?(status),
      ended: OVER.include?(status) ? status : nil
    }
  end

  # In his language, where it is known by code.
  def changes =
    @read.changes.map do |row|
      said = row[:said].to_a
      what = said.any? ? Phrases.changes(said, Work::Tracking::WriteText.language(row)) : row[:what]
      { id: row[:id], what: }
    end

  def said
    @read
      .check_ins
      .reject { |row| %w[seen paper].include?(row[:kind]) || row[:driver_id] != @driver_id }
      .map do |row|
        {
          key: key(row),
          **row.slice(:kind, :stop_id, :note, :signer),
          done_at: row[:done_at].iso8601,
          details: row[:details].to_h
        }
      end
  end

  private

  # A step with the key of what told it, so that it can be put right.
  def step(step)
    @by_step ||= @read.check_ins.group_by { |row| row.values_at(:kind, :stop_id) }
    tellings = @by_step[[step.kind, step.stop_id]] || []
    told = tellings.find { |row| row[:source] == "cab" } || tellings.first
    { **step.to_h, done_at: step.done_at&.iso8601, key: told && key(told) }
  end

  def key(row) = row[:key] || "check-in #{row[:id]}"

  def stop(row)
    forecast = @read.forecasts[row[:stop_id]]
    papers = @read.papers.select { |paper| paper[:stop_id] == row[:stop_id] }
    {
      id: row[:stop_id],
      **row.slice(:kind, :handling, :name, :address, :town, :state, :zip, :zone, :notes, :reference, :unit),
      load: numbers[row[:load_id]],
      **%i[contact phone driver_notes].to_h { |name| [name, row[name].to_s] },
      miles: Web::Figures.miles(row[:miles]),
      **row.slice(:latitude, :longitude),
      from: row[:from_at]&.iso8601,
      to: row[:to_at]&.iso8601,
      **self.class.times(row),
      forecast_at: forecast&.dig(:arrive_at)&.iso8601,
      late_minutes: forecast&.fetch(:late_minutes),
      papers: papers.map { |paper| { **paper.slice(:id, :kind), at: paper[:at].iso8601 } }
    }
  end

  def numbers = @numbers ||= @read.loads.to_h { |load| [load[:id], load[:number]] }

  def permit(row)
    {
      state: row[:jurisdiction],
      name: Web::Permits::PermitJson.title(row),
      number: row[:number],
      sizes: Core::Permits::Paper.sizes(row[:issued_for]),
      escorts: [],
      hours: [],
      unsure: 0,
      **row[:guide].to_h.transform_keys(&:to_sym),
      valid_from: row[:valid_from].iso8601,
      valid_to: row[:valid_to].iso8601,
      paper_id: row[:own_paper_id],
      conditions: row[:said]
    }
  end

  def activity(row) = { **row.slice(:id, :kind, :note), from: row[:from_at].iso8601, to: row[:to_at].iso8601 }

  def freight
    {
      freight: @read.loads.empty? ? "empty" : @read.lines.map { |line| line(line) }.join("; "),
      customer: @read.customer.to_s,
      notes: @read.loads.map { |load| load[:driver_notes] }.reject(&:empty?).join("\n"),
      references: @read.references.map { |row| Core::Spoken.reference(row[:kind], row[:value]) }
    }
  end

  def line(line)
    weight = line[:weight_lb] && Core::Spoken.grouped(line[:weight_lb])
    pieces = line[:pieces] && "#{line[:pieces]} #{line[:unit]}".strip
    [pieces, line[:what], weight && "#{weight} lb"].compact.join(", ")
  end

  # What the tractor said before this trip, for the first reading to be held against.
  def odometer
    told = @read.check_ins.filter_map { |row| row[:details]["odometer"] }
    { odometer_before: told.empty? ? @read.odometer_before : nil, odometer_from: told.first }
  end
end
