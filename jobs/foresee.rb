# frozen_string_literal: true

# Foresees one trip anew after something of it changed.
class Jobs::Foresee < Que::Job
  def run(trip_id:)
    DB.transaction do
      Work::Tracking::Foresee.call(trip_id, now: Clock.now)
      finish
    end
  end
end
