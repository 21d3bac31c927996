# frozen_string_literal: true

# One kind of matter: when it is pointed out, and what is at stake.
class Core::Attention::Rule
  attr_reader :within_hours

  def initialize(row)
    @kind, @act = row.values_at(:kind, :act)
    @within_hours = row[:within_hours]
    @after_minutes = row[:after_minutes] || ((row[:after_hours] || 0) * 60)
    @stake = Core::Attention::Stake.read(row.fetch(:stake))
  end

  # A matter without a time is always near.
  def due?(fact, as_of)
    left = fact.hours_left(as_of)
    (@within_hours.nil? || left.nil? || left <= @within_hours) && fact.due?(as_of, @after_minutes)
  end

  def row(fact, as_of)
    stake =
      @stake.dollars(
        hours_left: fact.hours_left(as_of),
        minutes: fact.minutes(as_of),
        worth: fact.worth,
        days_left: fact.days_left(as_of)
      )
    Core::Attention::Row.new(
      code: fact.code,
      what: fact.what,
      kind: @kind,
      title: fact.title,
      reason: fact.reason(as_of, @after_minutes),
      stake:,
      at: fact.at,
      zone: fact.zone,
      subject: fact.subject,
      subject_id: fact.subject_id,
      act: @act
    )
  end
end
