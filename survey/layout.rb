# frozen_string_literal: true

# Puts the stations where the authored miles allow them to be.
#
# A town's middle is not its interchange: where two stations lie further apart than the road between them is
# long, both are drawn together, a little at a time, until every road is at least as long as the straight line
# between its ends.
class Survey::Layout
  ROUNDS = 400
  # A road is never quite straight.
  STRAIGHTEST = 1.004
  USUAL_BEND = 1.12
  CERTAIN = (0.9..1.75)

  attr_reader :doubted

  def initialize(stations, edges, outline)
    @stations = stations
    @edges = edges
    @outline = outline
    @homes = {}
    @doubted = []
  end

  # Miles that each station was moved, by its id.
  def settle
    place_borders
    share_spans
    doubt
    @stations.each_value { |station| @homes[station.id] = [station.latitude, station.longitude] }
    ROUNDS.times { break unless relax }
    @stations.transform_values { |station| miles(@homes[station.id], [station.latitude, station.longitude]) }
  end

  private

  # A border station lies where the straight line between its neighbours leaves the one state for the other.
  def place_borders
    neighbours = Hash.new { |hash, id| hash[id] = [] }
    @edges.each do |edge|
      [[edge.from, edge.to], [edge.to, edge.from]].each { |a, b| neighbours[a] << [b, edge] }
    end
    @stations
      .each_value
      .select { |station| station.border && station.latitude.nil? }
      .each do |station|
        sides =
          neighbours[station.id]
            .map { |id, edge| [@stations[id], edge.state] }
            .reject { |other, _| other.latitude.nil? }
        one = sides.first or next
        other = sides.find { |_, state| state != one[1] } || one
        station.latitude, station.longitude = crossing(one, other)
      end
    # Between two borders there may be no town: the middle of what is known.
    @stations
      .each_value
      .select { |station| station.latitude.nil? }
      .each do |station|
        known = neighbours[station.id].map { |id, _| @stations[id] }.select(&:latitude)
        raise "#{station.id} has no neighbour with a place" if known.empty?

        station.latitude = known.sum(&:latitude) / known.length
        station.longitude = known.sum(&:longitude) / known.length
      end
  end

  # A number after places without one is for the last hop or for all of them, whichever bends as a road does;
  # the miles of all go to each by its straight line.
  def share_spans
    @edges
      .select(&:span)
      .group_by { |edge| edge.span.object_id }
      .each_value do |edges|
        apart = edges.map { |edge| [apart(edge), 0.1].max }
        said = edges.first.span.miles
        all, last = [apart.sum, apart.last].map { |miles| said / miles }
        if all >= 1 && (last < 1 || (all - USUAL_BEND).abs < (last - USUAL_BEND).abs)
          edges.zip(apart) { |edge, miles| edge.miles = said * miles / apart.sum }
        else
          edges.last.miles = said
        end
      end
  end

  # Off the Interstates miles are from memory of whole journeys: what no road could be is left to the
  # estimate.
  def doubt
    @edges.each do |edge|
      if edge.miles.nil? || edge.sure || edge.roads.first.start_with?("I-") ||
           ![edge.from, edge.to].all? { |id| @stations[id].firm }
        next
      end

      straight = [apart(edge), 0.1].max
      next if edge.miles.between?(straight * CERTAIN.begin, (straight * CERTAIN.end) + 3)

      @doubted << [edge, edge.miles, straight]
      edge.miles = nil
      edge.known = false
    end
  end

  def apart(edge) =
    miles(*[edge.from, edge.to].map { |id| [@stations[id].latitude, @stations[id].longitude] })

  def crossing((one, state), (other, _))
    low = 0.0
    high = 1.0
    at = ->(share) do
      [
        one.latitude + (share * (other.latitude - one.latitude)),
        one.longitude + (share * (other.longitude - one.longitude))
      ]
    end
    14.times do
      middle = (low + high) / 2
      @outline.in?(state, *at.call(middle)) ? low = middle : high = middle
    end
    at.call((low + high) / 2)
  end

  # One round. Returns whether anything had to move.
  def relax
    moved = false
    @edges.each do |edge|
      next if edge.miles.nil?

      apart = apart(edge)
      over = apart - (edge.miles / STRAIGHTEST)
      next unless over > 0.02

      moved = true
      draw(@stations[edge.from], @stations[edge.to], over / apart)
    end
    moved
  end

  # A station that is only roughly known goes all the way to one that is firm.
  def draw(one, other, share)
    latitude = (other.latitude - one.latitude) * share
    longitude = (other.longitude - one.longitude) * share
    ours, theirs =
      if one.firm == other.firm
        [0.5, 0.5]
      else
        [one.firm ? 0.05 : 0.95, one.firm ? 0.95 : 0.05]
      end
    one.latitude += latitude * ours
    one.longitude += longitude * ours
    other.latitude -= latitude * theirs
    other.longitude -= longitude * theirs
  end

  def miles(from, to) =
    Core::Roads.great_circle_miles(
      *[from, to].map { |latitude, longitude| Core::Roads::Point.new(latitude:, longitude:) }
    )
end
