# frozen_string_literal: true

# The JSON of whether a load's driver is asked for check-ins.
module Web::Road::AskingJson
  # asking - Reads::Road::Asking::Value
  def self.of(asking)
    row = asking.row || {}
    {
      status: asking.standing,
      **asking.to_h.slice(:every_hours, :heard_where),
      from: Web::Figures.iso(row[:from_at]),
      to: Web::Figures.iso(row[:to_at]),
      by: row[:by],
      next_at: Web::Figures.iso(next_at(asking)),
      heard_at: Web::Figures.iso(asking.heard_at)
    }
  end

  def self.next_at(asking)
    return if asking.trip.nil? || asking.standing != "on"

    Work::Tracking::ScheduleAsking.next_at(asking.row, asking.trip)
  end
  private_class_method :next_at
end
