# frozen_string_literal: true

# A customer's own loads, by what is promised. A fixed number of queries, read as its viewer.
class Reads::Window::Loads
  # row - of the load with the columns of COLUMNS; stage - of Core::Window::STAGES; stop - the next one to be
  # reached, with its appointment, or the last; foreseen - Core::Window::Foreseen or nil; delivered_at - Time or nil
  Load = Core::Value.of(:row, :stage, :stop, :foreseen, :delivered_at)
  # rows - Array of Load; total - of all that were found
  Page = Core::Value.of(:rows, :total)

  COLUMNS = %i[
    id
    number
    status
    origin
    destination
    pickup_at
    pickup_zone
    delivery_at
    delivery_zone
    reference
    stop_count
  ].freeze
  PAGE = 100
  MOST = 10_000
  # Live ones come first, and what is over is looked for.
  LIVE = %w[booked crewed rolling].freeze

  # viewer - Store::Window::Viewer; stage - of STAGES, `live` or `all`; query - number, reference or town
  def self.of(viewer, now:, stage: "live", query: "", page: 1) =
    Store::Window.as(viewer) { new(now).page(stage, query, page) }

  # Array of Load: all of them.
  def self.all(viewer, now:)
    Store::Window.as(viewer) do
      new(now).loads(DB[:loads].reverse(:delivery_at, :id).limit(MOST).select(*COLUMNS).all)
    end
  end

  def initialize(now)
    @now = now
  end

  def page(stage, query, page)
    found = found(stage, query)
    rows = order(found, stage).limit(PAGE, (page - 1) * PAGE).select(*COLUMNS).all
    Page.new(rows: loads(rows), total: found.count)
  end

  # Array of Load, of rows of loads.
  def loads(rows)
    ids = rows.map { |row| row[:id] }
    stops = stops(ids)
    forecasts =
      DB[:forecasts]
        .where(stop_id: DB[:stops].where(load_id: ids).select(:id))
        .select(:stop_id, :arrive_at, :soonest_at, :late_minutes, :chance_percent)
        .as_hash(:stop_id)
    rows.map do |row|
      own = stops.fetch(row[:id], [])
      stop = own.find { |one| one[:worked_at].nil? && one[:left_at].nil? }
      Load.new(
        row:,
        stage: Core::Window.stage(row[:status], done: own.any? && stop.nil?),
        stop: stop || own.last,
        foreseen: stop && foreseen(stop, forecasts[stop[:id]], row[:status]),
        delivered_at: stop ? nil : own.last&.fetch(:worked_at)
      )
    end
  end

  STOP = %i[id load_id kind name address town state zip latitude longitude zone from_at to_at].freeze

  # Stops of loads in order, with what was told of them: { load id => rows }.
  def stops(load_ids) =
    DB[:stops]
      .left_join(:trip_stops, stop_id: :id)
      .where(load_id: load_ids)
      .exclude(kind: "swap")
      .order(Sequel[:stops][:load_id], Sequel[:stops][:position])
      .select(*STOP.map { |column| Sequel[:stops][column] }, :arrived_at, :worked_at, :left_at)
      .all
      .uniq { |row| row[:id] }
      .group_by { |row| row[:load_id] }

  def found(stage, query)
    loads = DB[:loads]
    stages = stage == "live" ? LIVE : [stage]
    unless stage == "all"
      loads = loads.where(status: stages.flat_map { |one| Core::Window::STAGES.fetch(one) })
    end
    Store::Words
      .of(query)
      .reduce(loads) do |narrowed, word|
        like = "%#{loads.escape_like(word)}%"
        narrowed.where(
          %i[number reference origin destination].map { |column| Sequel.ilike(column, like) }.reduce(:|)
        )
      end
  end

  private

  def order(found, stage)
    return found.order(Sequel.asc(:delivery_at, nulls: :last), :id) if stage == "live" || LIVE.include?(stage)

    found.order(Sequel.desc(:delivery_at, nulls: :last), Sequel.desc(:id))
  end

  def foreseen(stop, forecast, status)
    return unless forecast&.fetch(:arrive_at) && stop[:arrived_at].nil? && status == "rolling"

    Core::Window.foreseen(
      forecast[:arrive_at],
      soonest_at: forecast[:soonest_at],
      late_percent: forecast[:late_minutes].to_i.positive? ? 100 : forecast[:chance_percent],
      weights: RiskWeights.all,
      now: @now
    )
  end
end
