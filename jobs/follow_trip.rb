# frozen_string_literal: true

# After something was told of a trip: what follows for findings, detention and pay, and the forecast anew.
# Repeating it changes nothing.
class Jobs::FollowTrip < Que::Job
  def run(trip_id:)
    now = Clock.now
    Work::Tracking::FollowUp.call(trip_id, now:)
    DB.transaction do
      Work::Tracking::Foresee.call(trip_id, now:)
      finish
    end
  end
end
