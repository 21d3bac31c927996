# frozen_string_literal: true

# Why hours cannot be relied on: nothing known, known for too short a time, or known from too long ago.
module Core::Hours::Doubt
  # What a limit looks back on: with less, no one can say that a trip fits. Source: 49 CFR 395.3(b)(2), eight
  # consecutive days.
  KNOWN_DAYS = 8
  # So long after a driver was heard from, it is said how old his hours are: ours.
  STALE_MINUTES = 60

  Doubt = Core::Value.of(:code, :text)

  # known_since, as_of - Time; whose - "this driver's", "A's". Returns Doubt, or nil.
  def self.of(known_since, as_of, whose: "this driver's")
    if known_since.nil?
      Doubt.new(code: "no_record", text: "Nothing is known of #{whose} hours: no one can say that it fits.")
    elsif known_since > as_of - (KNOWN_DAYS * 86_400)
      Doubt.new(
        code: "record_short",
        text:
          "The record goes back to #{Core::Spoken.day(known_since)} only: eight days are needed to say " \
            "that it fits."
      )
    end
  end

  # Minutes since a driver was heard from; nil while that is no matter, or he never was.
  def self.silent_minutes(heard_at, as_of)
    minutes = heard_at && ((as_of - heard_at) / 60).to_i
    minutes if minutes && minutes > STALE_MINUTES
  end
end
