# frozen_string_literal: true

# The assignment of crews to loads with the greatest total profit; among equals, with the most loads covered.
#
# The Hungarian method on sparse costs, in whole numbers, so that no cent is lost: loads are added one at a
# time, each by the shortest augmenting path under the potentials so far (Kuhn 1955, Munkres 1957; shortest
# paths after Tomizawa 1971). A load may always stay uncovered, at no cost.
class Core::Match::Assignment
  # pairs - Array of [crew, load] in order of the loads; profit - cents
  Answer =
    Core::Value.of(:pairs, :profit, :unmatched_loads, :idle_crews) do
      # As in the contract.
      def to_h =
        {
          pairs: pairs.map { |crew, load| { crew:, load: } },
          profit: Core::Money.text(profit),
          unmatched_loads:,
          idle_crews:
        }
    end

  # scores - Hash of [crew, load] to cents
  def initialize(crews, loads, scores)
    @crews = crews
    @loads = loads
    @scores = scores
    # A cent outweighs any number of loads covered.
    @cent = [crews.length, loads.length].min + 1
  end

  def answer
    solve
    pairs = @loads.each_index.filter_map { |load| @crew_of[load] && [@crews[@crew_of[load]], @loads[load]] }
    covered, busy = pairs.to_h { |_, load| [load, true] }, pairs.to_h { |crew, _| [crew, true] }
    Answer.new(
      pairs:,
      profit: pairs.sum { |pair| @scores[pair] },
      unmatched_loads: @loads.reject { |load| covered[load] },
      idle_crews: @crews.reject { |crew| busy[crew] }
    )
  end

  private

  # By load: [crew, cost] of each pair that does not lose money.
  def costs
    number = @crews.each_with_index.to_h
    costs = Array.new(@loads.length) { [] }
    at = @loads.each_with_index.to_h
    @scores.each do |(crew, load), cents|
      costs[at[load]] << [number[crew], -((cents * @cent) + 1)] unless cents.negative?
    end
    costs
  end

  def solve
    @costs = costs
    @load_of = {}
    @crew_of = {}
    @crew_price = Hash.new(0)
    @load_price = Array.new(@loads.length, 0)
    @loads.each_index { |load| augment(load) }
  end

  # Brings one more load in along the cheapest way of passing crews on; the way may end with a load going
  # uncovered.
  def augment(load)
    @distance = {}
    @from = {}
    @open = {} # reached, and not done with
    done = []
    reached = 0
    uncovered = [nil, nil] # [distance, the load that would go uncovered]
    row = load
    loop do
      left = reached - @load_price[row]
      uncovered = [left, row] if uncovered.first.nil? || left < uncovered.first
      relax(row, left)
      crew, = @open.min_by(&:last)
      if crew.nil? || uncovered.first <= @distance[crew]
        return finish(uncovered.last, nil, done, uncovered.first, load)
      end

      reached = @distance[crew]
      return finish(@from[crew], crew, done, reached, load) if @load_of[crew].nil?

      done << crew
      @open.delete(crew)
      row = @load_of[crew]
    end
  end

  def relax(row, left)
    @costs[row].each do |crew, cost|
      way = left + cost - @crew_price[crew]
      # One that is done with is no nearer by any other way: that is what the prices are for.
      next if (known = @distance[crew]) && known <= way

      @distance[crew] = @open[crew] = way
      @from[crew] = row
    end
  end

  # Prices move so that every pair taken is at its price's edge; then the crews are passed on along the way.
  def finish(row, crew, done, reached, load)
    @load_price[load] += reached
    done.each do |one|
      @load_price[@load_of[one]] += reached - @distance[one]
      @crew_price[one] -= reached - @distance[one]
    end
    pass_on(row, crew, load)
  end

  def pass_on(row, crew, load)
    loop do
      before = @crew_of[row]
      crew ? take(row, crew) : @crew_of.delete(row)
      return if row == load

      crew = before
      row = @from[crew]
    end
  end

  def take(row, crew)
    @crew_of[row] = crew
    @load_of[crew] = row
  end
end
