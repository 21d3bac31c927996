# frozen_string_literal: true

# Which of the chains so far that end at one place with equally many loads are behind so many others that they are
# in no answer: see Search for why none is lost.
class Core::Freight::Chains::Betters
  # How many betters are looked at before a label is kept without more ado.
  COMPARED = 40

  # rounding - cents by which two sums may come out apart from their true distance
  def initialize(question, rounding)
    @loads = question.loads
    @wanted = question.top
    @rounding = rounding
  end

  # The labels that count, best bound first.
  def undominated(labels)
    labels
      .group_by(&:place)
      .values
      .flat_map do |here|
        here
          .sort_by { |label| -label.earned }
          .each_with_object([]) { |label, kept| kept << label unless behind?(label, kept) }
      end
      .sort_by { |label| -label.bound }
  end

  private

  def behind?(label, kept)
    return false if kept.length < @wanted

    betters = 0
    kept
      .first(COMPARED + @wanted)
      .each do |other|
        break if other.earned < label.earned
        next unless better?(other, label)

        betters += 1
        return true if betters >= @wanted
      end
    false
  end

  def better?(other, label)
    ahead?(other, label) && label.states.all? { |state| other.states.any? { |one| no_worse?(one, state) } } &&
      (other.loads - label.loads).none? { |index| @loads[index].pickup_to >= label.states.first.first }
  end

  # In money, whatever comes after: by more than rounding makes up, or in each part and then by the ids.
  def ahead?(other, label)
    return true if other.earned > label.earned + @rounding

    other.income_cents >= label.income_cents && other.loaded + other.empty <= label.loaded + label.empty &&
      (ids(other) <=> ids(label)).negative?
  end

  def ids(label) = label.loads.map { |index| @loads[index].id }

  def no_worse?(one, state) = one[0] <= state[0] && one[1] <= state[1] && one[2] <= state[2]
end
