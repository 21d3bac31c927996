# frozen_string_literal: true

# Stops of several loads put in order for one trip.
class Work::Freight::StopRows
  # rows - of stops, those of a load together and in their order
  def initialize(rows)
    @rows = rows
  end

  # order - ids of the stops as somebody wants them, nil for the best order. Raises Refused `order_of_stops`.
  def ordered(order)
    indexes =
      (
        if order
          order.map { |id| @rows.index { |row| row[:id] == id } || -1 }
        else
          Core::Freight.stop_order(stops, minutes)
        end
      )
    Core::Freight.check_stop_order(stops, indexes)
    indexes.map { |index| @rows[index] }
  end

  private

  def stops
    @stops ||=
      @rows.map do |row|
        opens, closes = [row[:from_at], row[:to_at] || row[:from_at]].map { |time| time && (time.to_i / 60) }
        Core::Freight::StopOrder::Stop.new(
          load: row[:load_id],
          kind: row[:kind],
          opens:,
          closes:,
          service: Work::Hours::Service::DOCK_MINUTES
        )
      end
  end

  # Minutes by road from each to each, where there is no road by the straight line.
  def minutes
    places =
      @rows.map do |row|
        Core::Roads.place(
          "#{row[:town]}, #{row[:state]}",
          Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
        )
      end
    places.map do |from|
      fan = Core::Roads.fan(Store::Roads::Leg.network, from)
      places.map { |to| fan.to(to)&.minutes || Core::Roads::Estimate.between(from.point, to.point).minutes }
    end
  end
end
