# frozen_string_literal: true

require "highs"

# Chooses among options so that nothing is taken twice, for the greatest value: a set packing, solved exactly
# by HiGHS.
class Core::Match::Proposal
  # takes - keys of what it needs for itself alone: the crew, the loads, the trailers; value - cents
  Option = Core::Value.of(:id, :takes, :value)
  # How far from the optimum the solver may stop, as a share of it: not by a cent.
  GAP = 1e-9

  # locked - ids of options that are chosen already: they stay
  # there_are - Hash of key to how many there are of it, one where it is not named
  def initialize(options, locked: [], there_are: {})
    @there_are = there_are
    @locked = locked.to_h { |id| [id, true] }
    @options = options.select { |option| option.value.positive? || @locked[option.id] }
  end

  # Array of Option, in the order given.
  def chosen
    return [] if @options.empty?

    answer = model.solve
    @options.zip(answer[:col_value]).filter_map { |option, value| option if value > 0.5 }
  end

  private

  def model
    rows = @options.flat_map(&:takes).uniq.each_with_index.to_h
    starts, index = [], []
    @options.each do |option|
      starts << index.length
      index.concat(option.takes.map { |key| rows[key] })
    end
    Highs
      .mip(
        sense: :maximize,
        col_cost: @options.map { |option| option.value.to_f },
        col_lower: @options.map { |option| @locked[option.id] ? 1 : 0 },
        col_upper: [1] * @options.length,
        row_lower: [0] * rows.length,
        row_upper: rows.keys.map { |key| @there_are.fetch(key, 1) },
        a_format: :colwise,
        a_start: starts,
        a_index: index,
        a_value: [1] * index.length,
        integrality: [:integer] * @options.length
      )
      .tap { |highs| exact(highs) }
  end

  # The gem has no word for this option of the solver's.
  def exact(highs) = Highs::FFI.Highs_setDoubleOptionValue(highs.to_ptr, +"mip_rel_gap", GAP)
end
