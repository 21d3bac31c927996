# frozen_string_literal: true

# The JSON of trips that a partial load could join, and of what a trip carries leg by leg.
module Web::Freight::Sharing
  Figures = Web::Figures

  def self.joinable(load_id) =
    Reads::Freight::Joinable
      .by(load_id)
      .map do |one|
        { **one.to_h.slice(:trip_id, :trip, :crew, :loads), way: "#{one.origin} → #{one.destination}" }
      end

  # load_id - that would join, or nil; order - ids of stops, nil as it is or as is best
  def self.preview(trip_id, load_id, order)
    order ||= Reads::Freight::Joinable.order(trip_id) unless load_id
    shared = Work::Freight::JoinTrip.new(load_id, trip_id, order)
    { trip_id:, **said(shared) }
  end

  # Of partials that nobody has yet. parameters - load_ids and order as texts, tractor_id, trailer_id
  def self.together(parameters)
    ids = ->(name) { parameters[name]&.split(",")&.map(&:to_i) }
    said(
      Work::Freight::CrewTogether.plan(
        ids[:load_ids],
        ids[:order],
        **parameters.slice(:tractor_id, :trailer_id)
      )
    )
  end

  # shared - with stops, legs and trailer
  def self.said(shared)
    numbers = Reads::Freight::Joinable.numbers(shared.stops.map { |stop| stop[:load_id] }.uniq)
    {
      trailer: shared.trailer&.fetch(:number),
      takes_lb: shared.trailer&.fetch(:capacity_lb),
      stops: shared.stops.map { |stop| stop(stop, numbers) },
      legs: shared.legs.map { |leg| leg(leg, numbers) }
    }
  end

  def self.stop(stop, numbers)
    {
      **stop.slice(:id, :kind, :name, :town, :state, :zone),
      load: numbers[stop[:load_id]],
      from: Figures.iso(stop[:from_at]),
      to: Figures.iso(stop[:to_at])
    }
  end

  def self.leg(leg, numbers)
    {
      from: leg.from,
      to: leg.to,
      miles: Figures.miles(leg.miles),
      weight_lb: leg.aboard.weight_lb,
      length_in: leg.layout&.used_length_in,
      loads: leg.aboard.loads.map { |id| numbers[id] },
      over: leg.over
    }
  end
  private_class_method :said, :stop, :leg
end
