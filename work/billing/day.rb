# frozen_string_literal: true

# A day that an invoice or a payment bears: it has come by now, wherever on earth it was written.
module Work::Billing::Day
  AHEAD_SECONDS = 14 * 3600

  # Returns Date. Raises Refused `not_yet`.
  def self.read(day, path, now:)
    date = day.is_a?(Date) ? day : Date.iso8601(day)
    return date if date <= (now.utc + AHEAD_SECONDS).to_date

    raise Refused.new("not_yet", "#{date} has not come yet.", path:)
  end
end
