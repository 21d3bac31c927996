# frozen_string_literal: true

# Turns the hops of all roads into edges: shared pavement is one edge that bears all its roads.
class Survey::Drawing
  Edge =
    Struct.new(
      :from,
      :to,
      :roads,
      :state,
      :miles,
      :mph,
      :toll_per_mile,
      :known,
      :where,
      :span,
      :sure,
      keyword_init: true
    )
  # Roads bend more where there is no Interstate: truck miles over the great circle, where no miles were
  # authored (practice).
  BEND = { "interstate" => 1.06, "us" => 1.13, "state" => 1.17 }.freeze

  attr_reader :edges, :problems

  def initialize(reader)
    @stations = reader.stations
    @edges = {}
    @problems = []
    own, shared = reader.hops.partition { |hop| hop.along.nil? }
    own.each { |hop| add(hop) }
    share(shared)
  end

  def self.road_class(road)
    case road
    when /\AI-/
      "interstate"
    when /\AUS-/
      "us"
    else
      "state"
    end
  end

  private

  # Two roads may join the same stations beside each other: those are two edges.
  def add(hop)
    key = [*[hop.from, hop.to].sort, hop.road]
    if @edges[key]
      return @problems << "#{hop.where} #{hop.road}: #{key.first(2).join(" – ")} is authored twice"
    end

    @edges[key] = Edge.new(
      from: hop.from,
      to: hop.to,
      roads: [hop.road],
      state: hop.state,
      miles: hop.miles,
      mph: hop.mph,
      toll_per_mile: hop.toll_per_mile,
      known: !(hop.miles || hop.span).nil?,
      where: hop.where,
      span: hop.span,
      sure: hop.sure
    )
  end

  # A hop along another road passes every station of that road on the shortest way.
  def share(hops)
    waiting = hops
    until waiting.empty?
      left = waiting.reject { |hop| lay(hop) }
      if left.length == waiting.length
        left.each do |hop|
          @problems << "#{hop.where} #{hop.road}: no way along #{hop.along} from #{hop.from} to #{hop.to}"
        end
        break
      end
      waiting = left
    end
  end

  def lay(hop)
    way = way_along(hop.along, hop.from, hop.to) or return false
    way.each { |edge| edge.roads |= [hop.road] }
  end

  def way_along(road, from, to)
    next_to = Hash.new { |hash, id| hash[id] = [] }
    @edges.each_value do |edge|
      if edge.roads.include?(road)
        [[edge.from, edge.to], [edge.to, edge.from]].each { |a, b| next_to[a] << [b, edge] }
      end
    end
    seen = { from => [] }
    queue = [from]
    until queue.empty?
      at = queue.shift
      return seen[at] if at == to

      next_to[at].each { |id, edge| (seen[id] = seen[at] + [edge]) && queue.push(id) unless seen.key?(id) }
    end
    nil
  end
end
