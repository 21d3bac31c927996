# frozen_string_literal: true

# Draws a version of the confirmation of a partner's trip, keeps it and mails it. It may be killed on any line.
class Jobs::WriteConfirmation < Que::Job
  self.priority = 50

  def run(trip_id:, number:)
    trip = Store::Partners.trip(trip_id)
    # Called off meanwhile, or overtaken by a later version.
    return finish if %w[declined cancelled].include?(trip[:status]) || trip[:version] != number

    content = Papers::CarrierConfirmation.new(Reads::Partners::Confirmation.of(trip_id)).render
    DB.transaction do
      now = Clock.now
      made = { trip_id:, number:, made_at: now, mailed_to: trip[:email], content: Sequel.blob(content) }
      if Store::Partners::Confirmations.once(made, key: %i[trip_id number])
        Work::Partners::Letters.confirmed(trip, number, content, now)
      end
      finish
    end
  end
end
