# frozen_string_literal: true

# The way from one place of ours to the next: by road, or, where the network does not reach, an estimate that
# says so.
class Store::Roads::Leg
  LANDMARKS = 16

  def self.network = RoadData.network(landmarks: LANDMARKS)

  # The way for one vehicle from a row to the next, through points. Raises what the router refuses.
  def self.way(from, to, via, vehicle)
    request =
      Core::Roads::Request.new(
        stops: [point(from), point(to)],
        via: via.to_a.map { |spot| spot.transform_keys(&:to_sym) },
        prefer: :time,
        vehicle:,
        avoid_states: [],
        avoid_roads: [],
        avoid_tolls: false
      )
    Core::Roads.route(network, RoadData.gazetteer, request)
  end

  def self.point(row) =
    {
      latitude: row[:latitude],
      longitude: row[:longitude],
      name: row[:town] && "#{row[:town]}, #{row[:state]}"
    }

  private_class_method :point

  # Points as they are kept: Array of { latitude:, longitude:, name: }.
  def self.spots(via) = via.to_a.map { |spot| spot.to_h.transform_keys(&:to_sym) }

  attr_reader :route

  # from, to - rows with latitude, longitude, and town and state; via - Array of { latitude:, longitude: }
  # sizes - of a move with a permit file (Store::Permits.sizes_of), empty for the usual ones. Where no way is
  #         found for them, the file says so, and the way is that of the usual truck (`unfit`).
  def initialize(from, to, via: [], hazmat: false, sizes: {})
    @from = from
    @to = to
    usual = Core::Roads::Vehicle::USUAL.with(hazmat:)
    @route = route_for(usual.with(**sizes), via) if sizes.any?
    @unfit = @refused&.message
    @route ||= route_for(usual, via)
    # A place off the network (Alaska, an island) has no way; what the person typed is not wrong for it. A via
    # point is.
    raise @refused if @route.nil? && via.any?
  end

  # Why a load of these sizes cannot go there, where it cannot: a sentence, or nil.
  attr_reader :unfit

  def estimated? = @route.nil?
  def miles = BigDecimal((@route || estimate).tenths) / 10
  def minutes = (@route || estimate).minutes
  def tolls = @route ? Money.to_d(@route.toll_cents) : BigDecimal("0")

  # Array of { state:, miles: text }, as it is kept and shown.
  def by_state =
    if @route
      @route.by_state.map do |state, tenths|
        { state:, miles: Money.rate_text(BigDecimal(tenths) / 10, places: 1) }
      end
    else
      []
    end

  # The columns of a stop for the way to it.
  def stop_columns =
    {
      leg_miles: miles,
      leg_minutes: minutes,
      leg_by_state: Sequel.pg_jsonb(by_state),
      leg_estimated: estimated?
    }

  # The columns of a trip's stop for the way to it.
  def trip_stop_columns =
    { miles:, minutes:, by_state: Sequel.pg_jsonb(by_state), tolls:, estimated: estimated? }

  private

  def route_for(vehicle, via)
    self.class.way(@from, @to, via, vehicle)
  rescue Refused => e
    @refused = e
    nil
  end

  def estimate =
    @estimate ||=
      Core::Roads::Estimate.between(
        *[@from, @to].map do |row|
          Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
        end
      )
end
