# frozen_string_literal: true

# A driver's trips as his phone shows them: so many queries for one trip as for ten.
class Reads::Tracking::CabTrips
  # trip - row; stops - rows of trip_stops with place and contact; loads, papers, permits, check_ins, lines,
  # references, activities, changes - rows; outcome - Core::Tracking::Outcome; tractor, trailer - numbers;
  # customer - name; forecasts - rows by stop; papers_wanted - ids of loads; odometer_before - miles or nil
  Trip =
    Core::Value.of(
      :trip,
      :stops,
      :loads,
      :papers,
      :permits,
      :check_ins,
      :outcome,
      :lines,
      :references,
      :customer,
      :tractor,
      :trailer,
      :forecasts,
      :activities,
      :changes,
      :papers_wanted,
      :odometer_before
    )

  # Raises Store::NotFound for another's.
  def self.one(trip_id, driver_id)
    trip = Store::Tracking::Cab.trip(trip_id, driver_id) or raise Store::NotFound.new("trip", trip_id)
    of([trip], driver_id).first
  end

  # The id of a trip that is or was this driver's. Raises Store::NotFound.
  def self.own_id(trip_id, driver_id) =
    Store::Tracking.trip_of?(driver_id, trip_id) ? trip_id : raise(Store::NotFound.new("trip", trip_id))

  # trips - rows of trips. Returns Array of Trip, in their order.
  def self.of(trips, driver_id) = new(trips, driver_id).to_a

  def initialize(trips, driver_id)
    @trips = trips
    @driver_id = driver_id
    @ids = trips.map { |trip| trip[:id] }
  end

  def to_a
    return [] if @ids.empty?

    @trips.map do |trip|
      id = trip[:id]
      Trip.new(
        trip:,
        **of_loads(loads[id]),
        **units_of(id),
        **progress(id),
        papers: papers[id],
        papers_wanted: Core::Freight.papers_wanted(kinds.fetch(id, {})),
        forecasts: forecasts[id].to_h { |row| [row[:stop_id], row] },
        activities: activities[id],
        changes: changes[id],
        odometer_before: odometers[id]
      )
    end
  end

  private

  def of_loads(loads)
    load_ids = loads.map { |load| load[:id] }
    {
      loads:,
      permits: permits_of(load_ids),
      lines: lines.values_at(*load_ids).flatten,
      references: references.values_at(*load_ids).flatten,
      customer: loads.first && customers[loads.first[:customer_id]]
    }
  end

  def progress(id)
    outcome = Store::Tracking::Story.outcome(id, stops[id], check_ins[id])
    { stops: stops[id], check_ins: check_ins[id], outcome: }
  end

  # Of a trip or load without rows, none.
  def grouped(dataset, column) = Hash.new { [] }.merge(dataset.all.group_by { |row| row[column] })
  def by_trip(dataset) = grouped(dataset, :trip_id)
  def by_load(dataset) = grouped(dataset, :load_id)

  def kinds = @kinds ||= Store::Tracking::Papers.kinds(@ids)
  def odometers = @odometers ||= Store::Tracking.odometers_before(@ids)

  def stops = @stops ||= by_trip(Store::Tracking::Cab.stops(@ids))
  def loads = @loads ||= by_trip(Store::Freight.trip_loads(@ids))
  def load_ids = @load_ids ||= loads.values.flatten.map { |load| load[:id] }.uniq
  def papers = @papers ||= by_trip(Store::Tracking::Papers.of(load_ids).where(trip_id: @ids))
  def check_ins = @check_ins ||= by_trip(Store::Tracking.check_ins(@ids))
  def lines = @lines ||= by_load(Store::Freight.lines(:freight_lines, load_ids))
  def references = @references ||= by_load(Store::Freight.lines(:load_references, load_ids))
  def forecasts = @forecasts ||= by_trip(Store::Tracking.forecasts(@ids))
  def activities = @activities ||= by_trip(Store::Tracking::Cab.activities(@ids, @driver_id))
  def changes = @changes ||= by_trip(Store::Tracking::Cab.unseen_changes(@ids, @driver_id))

  # Who pays us is none of a partner's business.
  def customers
    @customers ||=
      if Store::Partners.driver?(@driver_id)
        {}
      else
        Store::Fleet.names(:customers, loads.values.flatten.map { |load| load[:customer_id] })
      end
  end

  def units_of(trip_id)
    @units ||= by_trip(Store::Freight.trip_units(@ids))
    numbers = @units[trip_id].to_h { |row| [row[:role], row[:number]] }
    { tractor: numbers["tractor"], trailer: numbers["trailer"] }
  end

  # A load that shares its move has papers of its own, the same as the file's load: each permit with the id of
  # this load's paper.
  def permits_of(load_ids)
    @permits ||= Store::Permits.issued_with_papers(self.load_ids)
    @permits.select { |row| load_ids.include?(row[:load_id]) }.uniq { |row| row[:id] }
  end
end
