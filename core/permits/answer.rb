# frozen_string_literal: true

# Answers about permits as the command line gives them.
module Core::Permits::Answer
  B = Core::Permits::Bridge

  def self.bridge(axles)
    failures = Core::Permits.bridge(axles)
    {
      gross_lb: axles.sum(&:weight_lb),
      legal: failures.empty?,
      limits: {
        single_axle_lb: B::SINGLE_AXLE_LB,
        tandem_lb: B::TANDEM_LB,
        gross_lb: B::GROSS_LB
      },
      failures: failures.map(&:to_h)
    }
  end

  def self.daylight(latitude, longitude, date, zone, margin_minutes)
    day = Core::Permits.daylight(latitude, longitude, date, zone)
    {
      sun: day.kind,
      sunrise: iso(day.sunrise),
      sunset: iso(day.sunset),
      **travel(day, date, zone, margin_minutes).transform_values { |at| iso(at) }
    }
  end

  # verdicts - Array of Verdict
  def self.screen(verdicts)
    {
      jurisdictions: verdicts.map { |verdict| screened(verdict) },
      total_fee: Core::Money.text(verdicts.sum { |verdict| verdict.fee_cents || 0 })
    }
  end

  def self.screened(verdict)
    fees = verdict.fees.map { |what, cents| { what:, amount: cents && Core::Money.text(cents) } }
    {
      **verdict.to_h.slice(:jurisdiction, :needs_permit, :kind, :why, :escorts, :travel_limits),
      fee: verdict.fee_cents && Core::Money.text(verdict.fee_cents),
      fees:,
      **verdict.to_h.slice(:valid_days, :review, :source, :unsure)
    }
  end

  # From so many minutes before sunrise to as long after sunset; where the sun never sets, from midnight to
  # midnight.
  def self.travel(day, date, zone, margin_minutes)
    case day.kind
    when "rises_and_sets"
      {
        travel_from: zone.to_local(day.sunrise.utc - (margin_minutes * 60)),
        travel_to: zone.to_local(day.sunset.utc + (margin_minutes * 60))
      }
    when "never_sets"
      { travel_from: midnight(date, zone), travel_to: midnight(date + 1, zone) }
    else
      { travel_from: nil, travel_to: nil }
    end
  end

  def self.midnight(date, zone) = zone.to_local(Core::WallTime.instant(zone, date))

  def self.iso(time) = time&.iso8601
  private_class_method :screened, :travel, :midnight, :iso
end
