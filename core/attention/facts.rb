# frozen_string_literal: true

# What may need a decision, as it is read of the day: each says its title and its reason.
module Core::Attention::Facts
  Words = Core::Attention::Words

  # What a fact says where it has nothing of its own to say.
  module Plain
    def subject = "load"
    def worth = BigDecimal(0)
    def hours_left(_as_of) = nil
    def minutes(_as_of) = 0
    def due?(as_of, after_minutes) = after_minutes.zero? || minutes(as_of) >= after_minutes
    def days_left(_as_of) = 0
    def hours_until(instant, as_of) = instant && ((instant - as_of).to_r / 3600)
    def minutes_since(instant, as_of) = instant ? ((as_of - instant) / 60).to_i : 0
  end

  # Load: total - BigDecimal dollars; at - of its pickup, or nil
  load = %i[subject_id number origin destination total at zone]

  Uncovered =
    Value.of(*load) do
      include Plain

      def code = "uncovered"
      def what = "uncovered load #{subject_id}"
      def title = Words.way(self)
      def worth = total
      def hours_left(as_of) = hours_until(at, as_of)

      def reason(as_of, _)
        "Nobody has it: #{Words.pickup(hours_left(as_of))}, #{Words.dollars(total)}."
      end
    end

  # A relayed load whose second crew declined: it is driven to the swap, and nobody goes on. at - of the swap
  NobodyTakesOver =
    Value.of(*load, :place) do
      include Plain

      def code = "nobody_takes_over"
      def what = "nobody takes over #{subject_id}"
      def title = Words.way(self)
      def worth = total
      def hours_left(as_of) = hours_until(at, as_of)
      def reason(*) = "Nobody takes it over at #{place}: the crew that was to declined."
    end

  # missing - sentences of Core::Permits::Gaps
  Permits =
    Value.of(*load, :missing) do
      include Plain

      def code = "permits"
      def what = "permits load #{subject_id}"
      def title = Words.way(self)
      def worth = total
      def hours_left(as_of) = hours_until(at, as_of)
      def reason(*) = missing.join(" ")
    end

  # late_minutes - of the worst stop, nil where there is no legal way; stop - the first that is missed, or nil;
  # at - when it closes
  Late =
    Value.of(
      :trip_id,
      :subject_id,
      :number,
      :origin,
      :destination,
      :crew,
      :late_minutes,
      :stop,
      :stop_minutes,
      :at,
      :zone
    ) do
      include Plain

      def code = "late"
      def what = "late trip #{trip_id}"
      def title = Words.way(self)
      def minutes(_as_of) = late_minutes || Core::Attention::NO_WAY_MINUTES

      def reason(*)
        return "There is no legal way for #{crew} to do this." if stop.nil?

        "Forecast #{Words.length(stop_minutes)} late at #{stop}, by the legal hours of #{crew}."
      end
    end

  # A truck at a dock. at - since when; free_until - until when its customer may keep it for nothing
  Standing =
    Value.of(:stop_id, :subject_id, :number, :name, :at, :free_until, :zone) do
      include Plain

      def code = "detention"
      def what = "detention stop #{stop_id}"
      def title = "#{number} at #{name}"
      def minutes(as_of) = minutes_since(at, as_of)
      def due?(as_of, _) = as_of >= free_until

      def reason(as_of, _)
        past = Words.length(minutes_since(free_until, as_of))
        "#{Words.length(minutes(as_of))} at the dock: detention has been running for #{past}."
      end
    end

  Unanswered =
    Value.of(:subject_id, :number, :origin, :destination, :crew, :at, :zone) do
      include Plain

      def code = "unanswered"
      def what = "unanswered load #{subject_id}"
      def title = Words.way(self)
      def hours_left(as_of) = hours_until(at, as_of)&.then { |hours| [hours, Rational(1, 2)].max }

      def reason(as_of, _)
        left = hours_left(as_of)
        "#{crew} has not answered#{", #{Words.length((left * 60).to_i)} before the pickup" if left}."
      end
    end

  # A driver who waits for an answer. at - since when; body - what he wrote last
  Unread =
    Value.of(:subject_id, :name, :at, :body, :not_understood) do
      include Plain

      def subject = "driver"
      def code = "unread"
      def what = "messages driver #{subject_id}"
      def title = name
      def zone = nil
      def minutes(as_of) = minutes_since(at, as_of)

      def reason(as_of, _)
        "Waits for an answer since #{Words.length(minutes(as_of))}: “#{body[0, 80]}”" \
          "#{" (not understood as a check-in)" if not_understood}"
      end
    end

  FailedText =
    Value.of(:text_id, :subject_id, :name, :to, :failure, :at) do
      include Plain

      def subject = "driver"
      def code = "failed_text"
      def what = "failed text #{text_id}"
      def title = "#{name}, #{to}"
      def zone = nil
      def reason(*) = "A text did not arrive: #{failure}."
    end

  # A paper of a driver or unit that is over, or will be. of - driver or unit; today - the day it is judged on
  Paper =
    Value.of(:of, :subject_id, :name, :kind, :expires_on, :today) do
      include Plain

      def subject = of
      def code = expires_on < today ? "paper_expired" : "paper_expires"
      def what = "paper #{of} #{subject_id} #{kind}"
      def title = "#{name}: #{kind}"
      def at = nil
      def zone = nil
      def days_left(_as_of = nil) = (expires_on - today).to_i

      def reason(*)
        return "Expired #{-days_left} days ago." if days_left.negative?

        "Expires #{Core::Spoken.day(expires_on)}, in #{days_left} days."
      end
    end

  # Delivered, and the papers are not in: neither the invoice nor the pay can go out. at - of the delivery
  PapersMissing =
    Value.of(:subject_id, :number, :crew, :total, :at, :zone) do
      include Plain

      def code = "papers_missing"
      def what = "papers load #{subject_id}"
      def title = "#{number}, #{crew}"
      def worth = total
      def minutes(as_of) = minutes_since(at, as_of)

      def reason(as_of, _)
        "Delivered #{Words.length(minutes(as_of))} ago without papers: #{Words.dollars(total)} cannot be invoiced."
      end
    end
end
