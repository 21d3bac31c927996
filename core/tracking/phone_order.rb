# frozen_string_literal: true

# Which of his trips a driver's phone is about: the one under way; then the one just done, as long as it wants
# papers; then what is coming. An older trip that wants a paper is a line in the list.
module Core::Tracking::PhoneOrder
  # status - of the trip; begins_at - Time; delivered_at - Time or nil; papers_wanted - whether a load of it still
  # wants one
  Trip = Core::Value.of(:id, :status, :begins_at, :delivered_at, :papers_wanted)
  # So long after its last delivery a trip is just done: past that its driver has gone on (common practice).
  JUST_DONE_SECONDS = 12 * 3600
  RANKS = { "rolling" => 0, "accepted" => 2, "sent" => 3, "delivered" => 4 }.freeze
  JUST_DONE = 1
  OVER = 5

  # Ids in the order in which they are shown.
  def self.of(trips, now)
    last = trips.select { |trip| trip.status == "delivered" }.max_by { |trip| [trip.delivered_at, trip.id] }
    just_done = last if last&.papers_wanted && now - last.delivered_at < JUST_DONE_SECONDS
    trips
      .sort_by do |trip|
        at = trip.status == "delivered" ? -trip.delivered_at.to_i : trip.begins_at.to_i
        [trip == just_done ? JUST_DONE : RANKS.fetch(trip.status, OVER), at, trip.id]
      end
      .map(&:id)
  end
end
