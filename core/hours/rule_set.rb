# frozen_string_literal: true

# A set of rules as data: what is limited, by how much, counted how, by which paragraph.
module Core::Hours
  # name    - what remains of it is called in answers; kind - what going past it is called
  # counts  - `driving`, `on_duty`, or `elapsed` time
  # within  - `shift`, `interruption` (since the last stop of interruption_minutes), or `days`
  Limit = Value.of(:kind, :name, :minutes, :counts, :within, :source, :interruption_minutes, :days, :restart_minutes)
  Split = Value.of(:sleeper_minutes, :least_minutes, :together_minutes, :source)
  # adds, raises - minutes by limit name; lifts - limit names that do not hold
  Relief = Value.of(:kind, :adds, :raises, :lifts, :source)

  RuleSet = Value.of(:name, :limits, :shift_rest_minutes, :split, :exceptions) do
    def limit(within) = limits.find { |limit| limit.within == within }

    # Minutes of a limit while exceptions of these kinds hold, nil where one lifts it.
    #
    # What raises goes before what adds: with both, the window is what it was raised to.
    def minutes(limit, kinds)
      return limit.minutes if kinds.empty?

      in_force = exceptions.select { |exception| kinds.include?(exception.kind) }
      return if in_force.any? { |exception| exception.lifts.include?(limit.name) }

      raised = in_force.filter_map { |exception| exception.raises[limit.name.to_sym] }.max
      raised || (limit.minutes + in_force.sum { |exception| exception.adds[limit.name.to_sym] || 0 })
    end
  end

  def RuleSet.read(name, data)
    limits = data[:limits].map { |row| Limit.new(**Limit::FIELDS.to_h { |field| [field, row[field]] }) }
    exceptions = data[:exceptions].map { |row| Relief.new(kind: row[:kind], adds: row[:adds] || {}, raises: row[:raises] || {}, lifts: row[:lifts] || [], source: row[:source]) }
    new(name:, limits:, shift_rest_minutes: data[:shift_rest_minutes], split: Split.new(**data[:split]), exceptions:)
  end
end
