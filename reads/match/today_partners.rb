# frozen_string_literal: true

# What of partners may need a decision today, as facts for the core to put in order.
class Reads::Match::TodayPartners
  P = Core::Attention::PartnerFacts

  def initialize(now)
    @now = now
  end

  # Who wants another price, and who hauls and may not any more.
  def facts
    asked =
      Store::Partners.prices_asked.map do |row|
        P::Price.new(
          **load(row),
          **row.slice(:partner, :price),
          wanted: row[:counter],
          asked_at: row[:answered_at]
        )
      end
    unfit =
      Store::Partners::Facts
        .unfit(@now)
        .map { |row, found| P::Unfit.new(**load(row), findings: found.map(&:text)) }
    [*asked, *unfit, *late_partners]
  end

  private

  # As they are foreseen: a partner's hours are nobody's to plan with here.
  def late_partners
    Store::Partners.late_trips.map do |row|
      Core::Attention::Facts::Late.new(
        **row.slice(:trip_id, :number, :origin, :destination, :late_minutes, :stop, :zone),
        subject_id: row[:id],
        crew: "#{row[:partner]}'s driver, as far as is known",
        stop_minutes: row[:late_minutes],
        at: row[:closes_at]
      )
    end
  end

  def load(row) =
    {
      subject_id: row[:id],
      **row.slice(:number, :origin, :destination, :total),
      at: row[:pickup_at],
      zone: row[:pickup_zone]
    }
end
