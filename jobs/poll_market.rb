# frozen_string_literal: true

# Asks the posting service every second what is new and what was answered. An outage loses nothing: the next
# answer reaches back to where the last one ended.
class Jobs::PollMarket < Que::Job
  # Before what follows trips: good freight is gone in minutes.
  self.priority = 60
  include Jobs::EachMinute

  # So far back a service that was never heard is asked, so much of it at once.
  FIRST_SECONDS = 36 * 3600
  AT_ONCE_SECONDS = 12 * 3600
  REGISTER_EVERY_SECONDS = 86_400
  NAME = "postings"

  private

  def every_seconds = 1

  def look
    # The service knows whole seconds.
    now = Time.at(Clock.now.to_i).utc
    service = Services::PostingService.current
    take_register(service, now) if Work::Market::TakeRegister.due?(now, REGISTER_EVERY_SECONDS)
    take(service, now)
    Work::Market::RunWatches.call(now)
    Work::Market::PostTruck.tidy(now)
    take_answers(service, now)
    take_prices(service, now)
  end

  # Days before we listened, a few each time; then lanes are priced, and again every few minutes.
  def take_prices(service, now)
    days = Work::Market::TakePrices.days_wanted(NAME, now)
    days.each do |day|
      prices, unreadable = service.prices(day)
      tell_unreadable(unreadable)
      Work::Market::TakePrices.of_day(NAME, day, prices)
    end
    return unless days.any? || Work::Market::PriceLanes.due?(NAME, now)

    counts, unreadable = service.truck_counts
    tell_unreadable(unreadable)
    Work::Market::PriceLanes.call(NAME, counts, now:)
  end

  def take_register(service, now)
    rows, unreadable = service.posters
    tell_unreadable(unreadable)
    Work::Market::TakeRegister.call(rows, now:)
  end

  def take_answers(service, now)
    answers, unreadable = service.answers(Store::Market::Offers.awaiting(now).select_map(:receipt))
    tell_unreadable(unreadable)
    answers.each { |answer| Work::Market::TakeAnswer.call(answer, now:) }
  end

  # One that cannot be read stops none of the others, and is not passed over in silence.
  def tell_unreadable(rows)
    rows.each do |row|
      warn JSON.generate(level: "warn", job: self.class.name, message: "cannot be read: #{row.to_s[0, 300]}")
    end
  end

  def take(service, now)
    since = Store::Market::Feeds.where(service: NAME).get(:heard_until) || (now - FIRST_SECONDS)
    while since < now
      heard = service.heard(since, [since + AT_ONCE_SECONDS, now].min)
      tell_unreadable(heard.unreadable)
      Work::Market::TakePostings.call(NAME, heard.postings, heard_until: heard.heard_until, now:)
      # One that does not get on is asked again next time.
      break unless heard.heard_until > since

      since = heard.heard_until
    end
  end
end
