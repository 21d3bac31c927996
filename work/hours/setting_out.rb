# frozen_string_literal: true

# With what hours a crew sets out for a trip: those it has now, or, where it has other trips to make before,
# those that they leave it.
module Work::Hours::SettingOut
  # drivers - rows of Store::Hours.drivers, of the trip
  #
  # Returns Array of Core::Hours::Question, one for each driver.
  def self.of(trip_id, drivers, now)
    ids = drivers.map { |row| row[:id] }
    (busy_before?(trip_id, ids) && Work::Match::Crews.at(now).setting_out(trip_id, ids)) ||
      Work::Hours::Question.of(drivers, now).values_at(*ids).map(&:first)
  end

  # When they set out, if not at once.
  def self.at(questions, now) = [now, Time.at(questions.first.as_of * 60).utc].max

  def self.busy_before?(trip_id, driver_ids)
    trip = trip_id && Store::Freight::Trips.row(trip_id)
    trip && driver_ids.any? { |id| Store::Freight::Trips.holding(id).undone_before(trip[:during].begin).any? }
  end
  private_class_method :busy_before?
end
