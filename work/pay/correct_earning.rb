# frozen_string_literal: true

# Puts right what a trip is paid for: miles, hours, days of layover, tarping, time at each stop. What was
# measured stays beside it, and is paid again when the correction is taken back.
module Work::Pay::CorrectEarning
  FIELDS = %i[loaded_miles empty_miles hours layover_days tarped dwell_minutes].freeze

  # input - { key:, version:, why:, and FIELDS: those that are not as measured }
  # Returns the earning's id. Raises Refused `locked`, `reason_missing`, `stops_differ`, Work::Stale.
  def self.call(id, input, by:, now:)
    Work::Act.once(input[:key], "correct_earning", by:, now:, input: input.merge(id:)) do |act|
      row = Store::Pay::TripEarnings.lock(id) or raise Store::NotFound.new("pay item", id)
      corrections = input.slice(*FIELDS).compact
      check(row, corrections, input)
      Work::Stale.check(row, input[:version], of: ["trip", row[:trip_id]], yours: corrections) do
        row[:corrections].to_h
      end

      Store::Pay::TripEarnings.change(
        row,
        corrections: Sequel.pg_jsonb(Work::Act.plain(corrections)),
        corrected_by: by.name,
        corrected_why: input[:why].to_s.strip,
        approved_by: by.name,
        approved_at: now
      )
      Work::Pay::BuildRun.drafts_holding(row[:trip_id])
      act.changed(
        "trip",
        row[:trip_id],
        { paid_for: [row[:corrections].to_h, corrections] },
        why: input[:why]
      )
      id
    end
  end

  # A row of trip_earnings as it is paid.
  def self.apply(row)
    told = row[:corrections].to_h
    return row if told.empty?

    row.merge(
      told.slice("layover_days", "tarped", "dwell_minutes").transform_keys(&:to_sym),
      told
        .slice("loaded_miles", "empty_miles", "hours")
        .to_h { |name, value| [name.to_sym, BigDecimal(value)] },
      measured(told)
    )
  end

  # Miles that a clerk has put right hold whatever they were measured by; hours are paid at the plan's own
  # rate.
  def self.measured(told)
    {
      **(told.key?("loaded_miles") ? { odometer_miles: nil, agreed_miles: nil } : {}),
      **(told.key?("hours") ? { worked: [] } : {})
    }
  end

  def self.check(row, corrections, input)
    status =
      row[:statement_id] &&
        Store::Pay::Runs.at(Store::Pay::Statements.where(id: row[:statement_id]).select(:pay_run_id)).get(
          :status
        )
    if status && status != "draft"
      raise Refused.new(
              "locked",
              "It is on a statement that is locked: give or take the difference once, on the next one.",
              path: ""
            )
    end
    if corrections.any? && input[:why].to_s.strip.empty?
      raise Refused.new("reason_missing", "Say in a word or two why: the driver reads it.", path: "/why")
    end
    if corrections[:dwell_minutes].nil? ||
         corrections[:dwell_minutes].length == row[:dwell_minutes].to_a.length
      return
    end

    raise Refused.new(
            "stops_differ",
            "This trip has #{row[:dwell_minutes].to_a.length} stops: tell the minutes at each.",
            path: "/dwell_minutes"
          )
  end
  private_class_method :measured, :check
end
