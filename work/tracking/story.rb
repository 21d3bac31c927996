# frozen_string_literal: true

# The story of a trip as it is told: reads it from all that was said, and brings the trip, its stops and its
# loads to where the story stands. Repeating it changes nothing.
class Work::Tracking::Story
  LIFE = %w[sent accepted rolling delivered].freeze
  COLUMNS = %i[arrived_at begun_at worked_at left_at signer].freeze

  # Within an act, the trip and its loads locked. trip - row; loads - rows
  def initialize(trip, loads, act)
    @trip = trip
    @loads = loads
    @act = act
  end

  # Returns what was changed of the trip, field to [before, after].
  def tell
    rows = Store::Freight.trip_stops(@trip[:id]).all
    @kinds = rows.map { |row| row[:kind] }
    check_ins = Store::Tracking.check_ins([@trip[:id]]).all
    outcome = Store::Tracking::Story.outcome(@trip[:id], rows, check_ins)
    times = mark(rows, outcome)
    deliver_partials(outcome)
    moved = move(outcome)
    @standing = Store::Tracking::Standing.new(trip: @trip, stops: rows, check_ins:, outcome:, changes: nil)
    { **times, **(moved ? { state: moved } : {}) }
  end

  # How the trip stands once it is told: Store::Tracking::Standing.
  attr_reader :standing

  private

  # Times and signers of the stops, where they differ.
  def mark(rows, outcome)
    rows
      .zip(outcome.progress)
      .each_with_object({}) do |(row, told), changes|
        new = COLUMNS.to_h { |column| [column, told.public_send(column)] }
        next if row.slice(*COLUMNS) == new

        before = row.slice(*COLUMNS)
        DB[:trip_stops].where(id: row[:id]).update(new)
        row.update(new)
        COLUMNS.each do |column|
          changes["#{row[:name]}: #{column}"] = [before[column], new[column]] if before[column] != new[column]
        end
      end
  end

  # Forward, as far as the story has got; back only while nothing is delivered.
  def move(outcome)
    state = outcome.state
    from, to = [@trip[:state], state].map { |name| LIFE.index(name) }
    return if from.nil? || to.nil? || from == to || @trip[:state] == "delivered"

    before = @trip[:state]
    @trip.update(state:, version: @trip[:version] + 1)
    @trip[:delivered_at] = outcome.delivered_at if state == "delivered"
    DB[:trips].where(id: @trip[:id]).update(@trip.slice(:state, :version, :delivered_at))
    @loads.each { |load| move_load(load, state) }
    Work::Tracking::Deliver.call(@trip[:id], outcome.delivered_at, @act) if state == "delivered"
    [before, state]
  end

  # A partial is delivered with its own last stop, though the trip goes on with others.
  def deliver_partials(outcome)
    return if @trip[:state] == "delivered" || @loads.length < 2

    worked = outcome.progress.select(&:worked_at).map(&:stop_id)
    @loads.each do |load|
      next unless worked.include?(DB[:stops].where(load_id: load[:id]).reverse(:position).get(:id))

      move_load(load, "delivered")
      Work::Tracking::Deliver.papers_in(load[:id], @act)
    end
  end

  # A relayed load sets out with its first crew and is delivered by its last, though the one before forgot a
  # step.
  def move_load(load, state)
    return unless state == "delivered" ? last_part? : first_part?

    from, to = [load[:state], state].map { |name| LIFE.index(name) }
    return if from.nil? || from == to || (load[:state] == "delivered")

    # What was told wrong is taken back without asking what the trade knows of going back.
    new =
      (
        if from < to
          LIFE[(from + 1)..to].reduce(load[:state]) { |one, next_one| Core::Freight.step(one, next_one) }
        else
          state
        end
      )
    load.update(state: new, version: load[:version] + 1)
    DB[:loads].where(id: load[:id]).update(load.slice(:state, :version))
  end

  def first_part? = @kinds.first != "swap"
  def last_part? = @kinds.last != "swap"
end
