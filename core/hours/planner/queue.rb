# frozen_string_literal: true

# A binary heap: the least key first, of equal keys any.
class Core::Hours::Planner::Queue
  def initialize
    @keys = []
    @values = []
  end

  def push(key, value)
    at = @keys.length
    @keys << key
    @values << value
    while at.positive? && @keys[above = (at - 1) >> 1] > key
      @keys[at] = @keys[above]
      @values[at] = @values[above]
      at = above
    end
    @keys[at] = key
    @values[at] = value
  end

  # The value with the least key, nil when there is none.
  def pop
    first = @values.first
    key = @keys.pop
    value = @values.pop
    sink(key, value) unless @keys.empty?
    first
  end

  private

  def sink(key, value)
    at = 0
    size = @keys.length
    while (below = (at << 1) + 1) < size
      below += 1 if below + 1 < size && @keys[below + 1] < @keys[below]
      break if @keys[below] >= key

      @keys[at] = @keys[below]
      @values[at] = @values[below]
      at = below
    end
    @keys[at] = key
    @values[at] = value
  end
end
