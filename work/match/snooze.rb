# frozen_string_literal: true

# Puts off something that needs a decision, with a reason; it comes back by itself.
module Work::Match::Snooze
  LONGEST_DAYS = 14

  # input - { what:, until:, why: }. Raises Refused `snooze_length`.
  def self.call(input, by:, now:)
    unless input[:until] > now && input[:until] <= now + (LONGEST_DAYS * 86_400)
      raise Refused.new(
              "snooze_length",
              "It can be put off by up to #{LONGEST_DAYS} days from now.",
              path: "/until"
            )
    end

    Work::Act.once(nil, "snooze", by:, now:) do |act|
      row = { until: input[:until], why: input[:why].strip, by: by.name }
      Store::Attention::Snoozes.keep({ what: input[:what], **row }, key: :what)
      act.changed("today", 0, { input[:what] => [nil, input[:until]] }, why: input[:why])
      0
    end
  end
end
