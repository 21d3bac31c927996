# frozen_string_literal: true

# Who could be at a place by a time, without a load: by road, and by the hours.
class Work::Match::CouldBe
  # arrives_at - Time, nil where the hours do not allow it in time; spare_minutes - before the time;
  #              left_minutes - driving left then
  Row = Value.of(:crew, :slot, :tenths, :arrives_at, :spare_minutes, :left_minutes)

  def initialize(crews, place, at)
    @crews = crews
    @at = at
    @fan = Core::Roads.fan(Store::Roads::Leg.network, place_of(place))
  end

  # Those who can first, nearest first.
  def rows = @crews.filter_map { |crew| row(crew) }.sort_by { |row| [row.arrives_at ? 0 : 1, row.tenths] }

  private

  def row(crew)
    slot = crew.slot(@at)
    reach = @fan.to(place_of(slot.place)) or return
    question, partner = slot.questions
    minutes = @at.to_i / 60
    return none(crew, slot, reach) if slot.at > @at || crew.known.any?(&:nil?)

    rules = HoursRules.named(question.rules)
    trip =
      Core::Hours::Trip.new(
        stops: [
          Core::Hours::TripStop.new(
            name: "",
            drive_minutes: reach.minutes,
            service_minutes: 0,
            opens: nil,
            closes: minutes,
            drive_windows: nil
          )
        ],
        split_rest: false,
        waiting_status: "off_duty"
      )
    plan = Core::Hours.plan(question, trip, rules:, partner:, advice: false)
    return none(crew, slot, reach) unless plan.verdict == "fits"

    left_minutes = [
      left(question, plan, rules, minutes),
      just_in_time(question, trip, reach, rules, minutes)
    ].max
    Row.new(
      crew:,
      slot:,
      tenths: reach.tenths,
      arrives_at: Time.at(plan.finish_at * 60).utc,
      spare_minutes: minutes - plan.finish_at,
      left_minutes:
    )
  end

  def left(question, plan, rules, minutes) =
    Core::Hours.until_long_rest(
      Work::Match::Crews.worked(question, plan.pieces, plan.finish_at).resting_until(minutes),
      rules:
    )

  # Who rests first and comes just in time may have more left.
  def just_in_time(question, trip, reach, rules, minutes)
    later = question.resting_until(minutes - reach.minutes - 30)
    plan = Core::Hours.plan(later, trip, rules:, advice: false)
    plan.verdict == "fits" ? left(later, plan, rules, minutes) : 0
  end

  def none(crew, slot, reach) =
    Row.new(crew:, slot:, tenths: reach.tenths, arrives_at: nil, spare_minutes: nil, left_minutes: nil)
  def place_of(row) =
    Core::Roads.place(
      "#{row[:town]}, #{row[:state]}",
      Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
    )
end
