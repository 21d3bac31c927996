# frozen_string_literal: true

# Asks the mail service each minute what came to our mailbox. An outage loses nothing: the next answer reaches back to
# the last mail that was taken.
class Jobs::PollMailbox < Que::Job
  include Jobs::EachMinute

  private

  def look =
    Work::Tracking::TakeScans.call(
      Services::MailService.current.received(after: Work::Tracking::TakeScans.upto),
      now: Clock.now
    )
end
