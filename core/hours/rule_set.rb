# frozen_string_literal: true

# A set of rules as data: what is limited, by how much, counted how, by which paragraph.
module Core::Hours
  # name    - what remains of it is called in answers; kind - what going past it is called
  # counts - `driving`, `on_duty`, `elapsed` time, or `unrested`: elapsed less the rests of at least
  #           rest_block_minutes
  # within - `shift`, `interruption` (since the last stop of interruption_minutes), `day`, `days` (so many,
  #           anew after a rest of
  #           restart_minutes), or `rest` (since the last of at least rest_minutes)
  # minutes - or, of a day of any length, all but leaves_minutes
  Limit =
    Value.of(
      :kind,
      :name,
      :minutes,
      :counts,
      :within,
      :source,
      :interruption_minutes,
      :days,
      :restart_minutes,
      :leaves_minutes,
      :rest_block_minutes,
      :rest_minutes
    )

  # both_in_sleeper - do the two count only as far as they are spent in the sleeper?
  Split =
    Value.of(:sleeper_minutes, :least_minutes, :together_minutes, :both_in_sleeper, :source) do
      # Do two rests replace the long one?
      def pair?(one, other)
        if both_in_sleeper
          return(
            one.sleeper_minutes + other.sleeper_minutes >= together_minutes &&
              [one, other].all? { |rest| rest.sleeper_minutes >= sleeper_minutes }
          )
        end

        one.minutes + other.minutes >= together_minutes &&
          [one, other].any? { |rest| rest.sleeper_minutes >= sleeper_minutes }
      end

      # What is missing of a second rest to `first`, some of it behind the driver already (a Rest or nil):
      # [minutes, in which status].
      def missing(first, under_way)
        slept = under_way&.sleeping_minutes || 0
        if both_in_sleeper
          return [sleeper_minutes, together_minutes - first.sleeper_minutes].max - slept, "sleeper"
        end

        minutes = [least_minutes, together_minutes - first.minutes].max - (under_way&.minutes || 0)
        if [first, *under_way].any? { |rest| rest.sleeper_minutes >= sleeper_minutes }
          [minutes, "off_duty"]
        else
          [[minutes, sleeper_minutes - slept].max, "sleeper"]
        end
      end
    end

  # adds, raises - minutes by limit name; lifts - limit names that do not hold
  Relief = Value.of(:kind, :adds, :raises, :lifts, :source)

  RuleSet =
    Value.of(:name, :limits, :shift_rest_minutes, :split, :exceptions) do
      def limit(within) = limits.find { |limit| limit.within == within }

      # Are these the kinds of limits that the Planner's arguments for an optimum rest on?
      def searched_exactly? =
        !split.both_in_sleeper &&
          limits.all? do |limit|
            %w[interruption days].include?(limit.within) ||
              (limit.within == "shift" && limit.counts != "on_duty")
          end

      # Minutes of a limit while exceptions of these kinds hold, nil where one lifts it; minutes - without
      # them.
      #
      # What raises goes before what adds: with both, the window is what it was raised to.
      def minutes(limit, kinds, minutes = limit.minutes)
        return minutes if kinds.empty?

        in_force = exceptions.select { |exception| kinds.include?(exception.kind) }
        return if in_force.any? { |exception| exception.lifts.include?(limit.name) }

        raised = in_force.filter_map { |exception| exception.raises[limit.name.to_sym] }.max
        raised || (minutes + in_force.sum { |exception| exception.adds[limit.name.to_sym] || 0 })
      end
    end

  def RuleSet.read(name, data)
    limits = data[:limits].map { |row| Limit.new(**Limit::FIELDS.to_h { |field| [field, row[field]] }) }
    exceptions =
      data[:exceptions].map do |row|
        Relief.new(
          kind: row[:kind],
          adds: row[:adds] || {},
          raises: row[:raises] || {},
          lifts: row[:lifts] || [],
          source: row[:source]
        )
      end
    new(
      name:,
      limits:,
      shift_rest_minutes: data[:shift_rest_minutes],
      split: Split.new(both_in_sleeper: false, **data[:split]),
      exceptions:
    )
  end
end
