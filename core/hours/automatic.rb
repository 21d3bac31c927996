# frozen_string_literal: true

# Driving that a logging device recorded by itself: nobody's edit may shorten it, the driver's or the carrier's.
# Source: 49 CFR 395, appendix A to subpart B, 4.3.2.8.2(b), from memory; edits: 395.30(c) and (d).
module Core::Hours::Automatic
  # events - Array of [instant, status] in order, as the device said them; heard_at - until when it spoke
  #
  # Returns Array of Stretch, status driving, the last one no longer than the device has spoken.
  def self.driving(events, heard_at)
    events
      .each_with_index
      .filter_map do |(from, status), i|
        to = [events[i + 1]&.first, heard_at].compact.min
        Core::Hours::Stretch.new(status:, from:, to:) if status == "driving" && to > from
      end
      .chunk_while { |one, other| one.to == other.from }
      .map { |run| run.first.with(to: run.last.to) }
  end

  # The first driving that an edit would shorten, or nil. to - nil for from then on
  def self.shortened(driving, from, to) =
    driving.find { |stretch| stretch.to > from && (to.nil? || stretch.from < to) }
end
