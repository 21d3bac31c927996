# frozen_string_literal: true

# The plan of the crew that has a load, legal for its hours of service and within the hours in which its
# permits let it move.
module Work::Permits::CrewPlan
  # Core::Hours::Plan from now on; nil where nobody has the load, or nothing is left to do.
  def self.of(load, now)
    trip = Store::Freight.live_trip(load[:id]) or return
    drivers = Store::Hours.drivers(Store::Freight.trip_drivers(trip[:id]).select_map(:driver_id)).all
    question, partner = questions = Work::Hours::SettingOut.of(trip[:id], drivers, now)
    Work::Hours::PlanLoad.plan(
      load[:id],
      question,
      Work::Hours::SettingOut.at(questions, now),
      partner:,
      trip_id: trip[:id],
      not_before: Work::Hours::Question.minute(now)
    )
  end
end
