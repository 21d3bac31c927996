# frozen_string_literal: true

# As if a truck were at a place by a time, having rested since it was empty. place - row with latitude, longitude; at -
# Time, not before it is empty
Work::Market::Elsewhere =
  Value.of(:place, :at) do
    # crew - Work::Match::Crews::Crew
    def slot(crew)
      slot = crew.slots.last
      from = [at, slot.at].max
      slot.with(
        place:,
        at: from,
        questions: slot.questions.map { |question| question.resting_until(from.to_i / 60) }
      )
    end
  end
