# frozen_string_literal: true

# Asks the posting service every few seconds what is new and what was answered. An outage loses nothing: the next
# answer reaches back to where the last one ended.
class Jobs::PollMarket < Que::Job
  # Before what follows trips: good freight is gone in minutes.
  self.priority = 60
  include Jobs::EachMinute

  # So far back a service that was never heard is asked, so much of it at once.
  FIRST_SECONDS = 36 * 3600
  AT_ONCE_SECONDS = 12 * 3600
  # So many ways between towns are found before the service is asked again.
  WAYS_AT_ONCE = 400
  REGISTER_EVERY_SECONDS = 86_400
  NAME = "postings"

  private

  def every_seconds = 10

  def look
    # The service knows whole seconds.
    now = Time.at(Clock.now.to_i).utc
    service = Services::PostingService.current
    if Work::Market::TakeRegister.due?(now, REGISTER_EVERY_SECONDS)
      Work::Market::TakeRegister.call(service.posters, now:)
    end
    take(service, now)
    Work::Market::LaneWays.new.find_near(Store::Market::Looking.origins(now), WAYS_AT_ONCE)
    service
      .answers(Store::Market::Offers.awaiting.select_map(:receipt))
      .each { |answer| Work::Market::TakeAnswer.call(answer, now:) }
  end

  def take(service, now)
    since = Store::Market::Feeds.where(service: NAME).get(:heard_until) || (now - FIRST_SECONDS)
    while since < now
      heard = service.heard(since, [since + AT_ONCE_SECONDS, now].min)
      Work::Market::TakePostings.call(NAME, heard.postings, heard_until: heard.heard_until, now:)
      # One that does not get on is asked again next time.
      break unless heard.heard_until > since

      since = heard.heard_until
    end
  end
end
