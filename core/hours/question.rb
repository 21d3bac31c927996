# frozen_string_literal: true

# What is asked of the clocks.
module Core::Hours
  # stretches - Array of Stretch in order without a gap, the last ending at as_of; status - the one in force at as_of
  # exceptions - Array of [kind, instant]; days - Days of the home terminal
  Question = Value.of(:rules, :as_of, :status, :stretches, :exceptions, :days)
end
