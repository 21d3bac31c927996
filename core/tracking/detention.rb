# frozen_string_literal: true

# Time at a dock that is the customer's to pay: what goes beyond the free time, counted from the arrival or,
# for who came early, from the opening of the appointment. Common practice.
module Core::Tracking::Detention
  # minutes - beyond the free time, whole; starts_at - when the free time ends; cents - at the hourly rate, by
  #           whole steps of the customer's own
  Claim = Core::Value.of(:minutes, :starts_at, :cents)

  # arrived_at, ends_at - Time (ends_at: left, or now while he stands); opens_at - of the appointment, or nil
  # hourly - BigDecimal dollars
  #
  # Returns Claim; minutes 0 while the free time lasts.
  def self.claim(arrived_at:, opens_at:, ends_at:, free_minutes:, step_minutes:, hourly:)
    begins = [arrived_at, opens_at].compact.max
    starts_at = begins + (free_minutes * 60)
    minutes = [((ends_at - starts_at) / 60).floor, 0].max
    Claim.new(
      minutes:,
      starts_at:,
      cents: Core::Money.cents(hourly.to_r * (minutes / step_minutes * step_minutes) / 60)
    )
  end
end
