# frozen_string_literal: true

# The next question that leads to a kind of permit, or the kind with why.
module Web::Permits::Kind
  def self.of(input)
    known = Reads::Permits::Rules.all
    rules = known[input[:jurisdiction]] or
      raise Refused.new(
              "unknown_state",
              "#{input[:jurisdiction]} is not covered yet: ask its office.",
              path: "/jurisdiction"
            )
    found = Core::Permits.guide(rules, input)
    question = found.is_a?(Core::Permits::Guide::Question)
    {
      question:
        question ? { **found.to_h, choices: found.choices.map { |value, words| { value:, words: } } } : nil,
      answer: question ? nil : found.to_h,
      jurisdictions: known.keys.sort
    }
  end
end
