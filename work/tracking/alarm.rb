# frozen_string_literal: true

# Says once that a stop will be reached too late, and again each time that it has become worse by the
# company's step: to the dispatcher who looks after the driver, and by mail to the customer who wants to know.
module Work::Tracking::Alarm
  def self.call(trip, now)
    forecasts = Store::Tracking::Forecasts.where(trip_id: trip[:id]).late.all
    return if forecasts.empty?

    step = Store::Tracking.settings[:alert_step_minutes]
    said = Store::Tracking::LateAlerts.worst_of(trip[:id])
    forecasts.each do |row|
      tell(trip, row, now) if said[row[:stop_id]].nil? || row[:late_minutes] >= said[row[:stop_id]] + step
    end
  end

  def self.tell(trip, forecast, now)
    stop = Store::Freight::Stops.row(forecast[:stop_id])
    load = stop[:load_id] && Store::Freight::Loads.with_customer(stop[:load_id])
    told = [
      *dispatchers(trip),
      *(mail(load, stop, forecast, now) if load && load[:tell_late] && !load[:mail].to_s.empty?),
      *(Work::Window::TellPeople.late(load[:id], stop, forecast[:late_minutes], now:) if load)
    ]
    Store::Tracking::LateAlerts.insert(
      trip_id: trip[:id],
      stop_id: stop[:id],
      late_minutes: forecast[:late_minutes],
      at: now,
      told: Sequel.pg_array(told, :text)
    )
    Work::Act.once(nil, "late_alert", by: Work::Actor.system, now:) do |act|
      act.changed(
        "trip",
        trip[:id],
        {
          late: [nil, "#{Core::Spoken.minutes(forecast[:late_minutes])} at #{stop[:name]}"],
          told: [nil, told.join(", ")]
        }
      )
      if load
        act.changed(
          "load",
          load[:id],
          {
            late: [nil, "#{Core::Spoken.minutes(forecast[:late_minutes])} at #{stop[:name]}"],
            told: [nil, told.join(", ")]
          }
        )
      end
      trip[:id]
    end
  end

  def self.dispatchers(trip)
    Store::Company::Accounts
      .where(
        id:
          Store::Fleet::Drivers.at(
            Store::Freight::TripDrivers.where(trip_id: trip[:id]).select(:driver_id)
          ).select(:dispatcher_id)
      )
      .order(:name)
      .select_map(:name)
  end

  # Returns to whom.
  def self.mail(load, stop, forecast, now)
    at = Core::Spoken.zoned(TZInfo::Timezone.get(stop[:zone]).to_local(forecast[:arrive_at]))
    what =
      "load #{load[:number]} is now expected at #{stop[:name]} in #{stop[:town]}, #{stop[:state]} #{at}, " \
        "#{Core::Spoken.minutes(forecast[:late_minutes])} after the appointment."
    Jobs::SendMail.write(
      load[:mail],
      "#{load[:number]} will be late at #{stop[:town]}, #{stop[:state]}",
      "#{load[:customer]},\n\n#{what}\n\n#{Store::Company.row[:name]}",
      now
    )
    "#{load[:customer]} <#{load[:mail]}>"
  end
  private_class_method :tell, :dispatchers, :mail
end
