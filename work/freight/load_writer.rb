# frozen_string_literal: true

# Writes a load's own columns and its parts from what a person typed: used when it is booked and when it is
# changed.
class Work::Freight::LoadWriter
  def initialize(input, by:, now:)
    @input = input
    @by = by
    @now = now
  end

  # Refuses what cannot be a load before anything is written.
  def check
    Work::Freight::Payer.check(@input[:customer_id])
    check_temperature
    Core::Freight.check_stops(windows)
  end

  def total_cents = quote.totals.total_cents

  # The columns of the load itself.
  def columns
    {
      customer_id: @input[:customer_id],
      size: @input[:size] || "full",
      tarps: @input[:tarps] || false,
      team_needed: @input[:team_needed] || false,
      trailer_kind: @input[:trailer_kind],
      temperature_low_f: @input[:temperature_low_f],
      temperature_high_f: @input[:temperature_high_f],
      notes: @input[:notes].to_s.strip,
      driver_notes: @input[:driver_notes].to_s.strip,
      **quote.columns,
      **summary
    }
  end

  def stops =
    @stops ||=
      @input[:stops].each_with_index.map do |stop, index|
        Work::Freight::Places.stop(stop, index, by: @by, now: @now)
      end

  def references =
    (@input[:references] || []).map { |reference| { kind: reference[:kind], value: reference[:value].strip } }

  # Replaces the parts. Stops keep their rows by position, since what happens on the road refers to them.
  def write_parts(load_id)
    write_stops(load_id)
    replace(Store::Freight::LoadReferences, load_id, references)
    replace(
      Store::Freight::FreightLines,
      load_id,
      (@input[:freight] || []).map do |line|
        line.slice(
          :what,
          :unit,
          :pieces,
          :weight_lb,
          :volume_cuft,
          :length_in,
          :width_in,
          :height_in,
          :stackable,
          :hazmat_class,
          :serial_number
        )
      end
    )
    replace(Store::Freight::Accessorials, load_id, accessorials(load_id))
  end

  private

  # What a permit file put there stays its own; a load copied from another takes it as a line like any.
  def accessorials(load_id)
    known = Store::Permits::Permits.ids_of_load(load_id)
    (@input[:price][:accessorials] || []).map do |line|
      mine = line[:permit_id].nil? || known.include?(line[:permit_id])
      {
        kind: (line[:kind] if mine),
        permit_id: (line[:permit_id] if mine),
        **line.slice(:label, :amount, :authorised_as)
      }
    end
  end

  def check_temperature
    low, high = @input.values_at(:temperature_low_f, :temperature_high_f)
    return unless low && high && low > high

    raise Refused.new(
            "temperature_reversed",
            "The lowest temperature is above the highest.",
            path: "/temperature_low_f"
          )
  end

  def windows =
    @input[:stops].map do |stop|
      Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from], to: stop[:to])
    end

  def quote =
    @quote ||=
      Work::Freight::Quote.new(
        @input[:price],
        stops,
        @input[:freight] || [],
        customer_id: @input[:customer_id],
        now: @now
      )

  def summary
    first, last = stops.first, stops.last
    {
      origin: town(first),
      destination: town(last),
      stop_count: stops.length,
      reference: references.first&.fetch(:value),
      pickup_at: first[:from_at] || first[:to_at],
      pickup_zone: first[:zone],
      delivery_at: last[:to_at] || last[:from_at],
      delivery_zone: last[:zone]
    }
  end

  def town(stop) = "#{stop[:town]}, #{stop[:state]}"

  def write_stops(load_id)
    before = Store::Freight.stops(load_id)
    kept = before.map { |row| row[:id] }
    ways = [{}, *quote.ways.map(&:stop_columns)]
    stops.each_with_index do |place, position|
      stop = {
        leg_miles: nil,
        leg_minutes: nil,
        leg_by_state: nil,
        leg_estimated: false,
        **place,
        **ways[position],
        via: Sequel.pg_jsonb(bent(before, position))
      }
      id = kept[position]
      if id
        Store::Freight::Stops.at(id).update(position:, **stop)
      else
        Store::Freight::Stops.insert(load_id:, position:, **stop)
      end
    end
    surplus = kept.drop(stops.length)
    Store::Freight::TripStops.where(stop_id: surplus).delete
    Store::Freight::Stops.at(surplus).delete
  end

  # What the way to a stop was bent through holds while it leads from the same place to the same.
  def bent(before, position)
    same = [position - 1, position].all? { |at| at >= 0 && before[at] && same_spot?(before[at], stops[at]) }
    same ? before[position][:via].to_a : []
  end

  def same_spot?(one, other) = one.values_at(:latitude, :longitude) == other.values_at(:latitude, :longitude)

  def replace(table, load_id, rows)
    table.where(load_id:).delete
    table.multi_insert(rows.each_with_index.map { |row, position| { load_id:, position:, **row } })
  end
end
