# frozen_string_literal: true

# One stop of a trip, and the way there. drive_minutes - from the place before; opens, closes - instants or
# nil
# drive_windows - Array of [from, to] in order, apart from each other: driving to this stop only within them;
#                 nil for any time
# sections - the way there in parts that each have windows of their own, Array of Sections::Section in order,
#            or nil
Core::Hours::TripStop =
  Core::Value.of(:name, :drive_minutes, :service_minutes, :opens, :closes, :drive_windows, :sections) do
    def self.new(sections: nil, **fields) = super

    # Is there any time at which driving to it is not allowed?
    def bound? = !drive_windows.nil? || !sections.nil?
  end
