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
    check_ins = Store::Tracking.check_ins([@trip[:id]]).all
    outcome = Store::Tracking::Story.outcome(@trip[:id], rows, check_ins)
    times = mark(rows, outcome)
    deliver_partials(outcome)
    moved = move(outcome)
    @standing = Store::Tracking::Standing.new(trip: @trip, stops: rows, check_ins:, outcome:, changes: nil)
    { **times, **(moved ? { status: moved } : {}) }
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
        Store::Freight::TripStops.at(row[:id]).update(new)
        row.update(new)
        COLUMNS.each do |column|
          changes["#{row[:name]}: #{column}"] = [before[column], new[column]] if before[column] != new[column]
        end
      end
  end

  # Forward, as far as the story has got; back only while nothing is delivered.
  def move(outcome)
    status = outcome.status
    from, to = [@trip[:status], status].map { |name| LIFE.index(name) }
    return if from.nil? || to.nil? || from == to || @trip[:status] == "delivered"

    before = @trip[:status]
    @trip.update(status:, version: @trip[:version] + 1)
    @trip[:delivered_at] = outcome.delivered_at if status == "delivered"
    Store::Freight::Trips.at(@trip[:id]).update(@trip.slice(:status, :version, :delivered_at))
    Work::Freight::Follow.call(@loads)
    Work::Tracking::Deliver.call(@trip[:id], outcome.delivered_at, @act) if status == "delivered"
    [before, status]
  end

  # A partial is delivered with its own last stop, though the trip goes on with others.
  def deliver_partials(outcome)
    return if @trip[:status] == "delivered" || @loads.length < 2

    worked = outcome.progress.select(&:worked_at).map(&:stop_id)
    @loads.each do |load|
      next unless worked.include?(Store::Freight::Stops.where(load_id: load[:id]).reverse(:position).get(:id))

      deliver(load)
      Work::Tracking::Deliver.papers_in(load[:id], @act)
    end
  end

  def deliver(load)
    return if Core::Freight::Statuses::HAPPENED.include?(load[:status])

    Store::Freight::Loads.change(load, status: "delivered")
    load.update(status: "delivered", version: load[:version] + 1)
  end
end
