# frozen_string_literal: true

# Part of a way.
module Core::Roads
  # From one stop to the next. `free` is what it would be for a vehicle without measures: [tenths, minutes],
  # or nil if the same.
  Part = Value.of(:from, :to, :pieces, :legs, :tenths, :minutes, :restrictions, :free)
end
