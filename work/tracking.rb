# frozen_string_literal: true

# Following drivers: check-ins, positions, messages, texts.
module Work::Tracking
  # A phone's clock that is off by less is taken at its word: the way to us takes a while.
  CLOCK_TOLERANCE_SECONDS = 90
end
