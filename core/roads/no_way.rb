# frozen_string_literal: true

# Why there is no way: the obstacle, and the best near miss.
class Core::Roads::NoWay
  def initialize(network, request, barred, chosen)
    @network = network
    @request = request
    @barred = barred
    @chosen = chosen
  end

  # Raises Refused `no_route`.
  def explain(from, to)
    names = "from #{from.place.name} to #{to.place.name}"
    raise refused("There is no way #{names} without #{unwanted}.") if way(from, to, @chosen).nil?

    raise refused("No way #{names} for this vehicle: #{obstacles(from, to)}#{near_miss(from, to)}")
  end

  private

  def refused(text) = Core::Refused.new("no_route", text, path: "/stops")

  def way(from, to, blocked)
    way =
      Core::Roads::Way.new(
        @network,
        Core::Roads::Search.new(@network, @request.prefer, blocked),
        @request.prefer,
        from,
        to,
        blocked
      )
    way if way.found?
  end

  def unwanted
    parts = [*@request.avoid_states, *@request.avoid_roads, *("tolls" if @request.avoid_tolls)]
    parts.empty? ? "a ferry" : parts.join(", ")
  end

  def obstacles(from, to)
    edges = way(from, to, @chosen).pieces.filter_map(&:edge).to_set
    @barred
      .select { |restriction| edges.include?(restriction.edge) }
      .map do |restriction|
        "#{restriction.near} on #{restriction.road}, #{restriction.state} (#{restriction.said})"
      end
      .uniq
      .join("; ") << "."
  end

  # The greatest measure that would still pass, for each measure that now is too great.
  def near_miss(from, to)
    passing =
      (@barred.map(&:kind).uniq - %w[trucks hazmat]).filter_map do |kind|
        limits = @barred.select { |restriction| restriction.kind == kind }.map(&:limit).uniq.sort.reverse
        limit =
          limits.find do |candidate|
            way(from, to, blocked_for(@request.vehicle.with(kind.to_sym => candidate)))
          end
        if limit
          "#{kind.split("_").first} up to #{kind == "gross_lb" ? "#{limit} lb" : Core::Roads.feet(limit)}"
        end
      end
    passing.empty? ? "" : " It would go with #{passing.join(" or ")}."
  end

  def blocked_for(vehicle) =
    @chosen.merge(
      @network
        .restrictions
        .select { |restriction| restriction.bars?(vehicle) }
        .to_h { |restriction| [restriction.edge, true] }
    )
end
