# frozen_string_literal: true

# Trips that will be late by the legal hours of their crews, or have no legal way: facts for Today.
module Work::Match::LateTrips
  # Returns Array of Core::Attention::Facts::Late.
  def self.at(now)
    Work::Match::Crews
      .at(now)
      .all
      .flat_map do |crew|
        crew
          .trips
          .reject { |row| row[:load].nil? || row[:trip][:status] == "delivered" }
          .filter_map { |row| late(crew, row) }
      end
  end

  def self.late(crew, row)
    plan = plan(crew, row)
    return if plan.nil? || plan.verdict == "fits"

    stops = plan.trip.stops
    missed = plan.verdict == "late" ? stops.each_index.find { |i| plan.late(i).positive? } : nil
    Core::Attention::Facts::Late.new(
      trip_id: row[:trip_id],
      subject_id: row[:load][:load_id],
      **row[:load].slice(:number, :origin, :destination),
      crew: crew.name,
      late_minutes: plan.late_by_minutes,
      stop: missed && stops[missed].name,
      stop_minutes: missed && plan.late(missed),
      at: missed && Time.at(stops[missed].closes * 60).utc,
      zone: crew.drivers.first[:zone]
    )
  end

  # Nil where the hours of the crew are not known, or the trip is not among what it has to do.
  def self.plan(crew, row)
    return if crew.known.any?(&:nil?)

    slot = crew.before(row[:trip_id]) or return
    question, partner = slot.questions
    from = Time.at(question.as_of * 60).utc
    Work::Hours::PlanLoad.plan(
      row[:load][:load_id],
      question,
      from,
      partner:,
      trip_id: row[:trip_id],
      advice: false
    )
  end
  private_class_method :late, :plan
end
