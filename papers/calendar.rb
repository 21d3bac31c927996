# frozen_string_literal: true

require "icalendar"

# A driver's coming stops as an iCalendar file (RFC 5545).
class Papers::Calendar
  # Raises Store::NotFound.
  def initialize(driver_id, now)
    @stops = Reads::Freight::ComingStops.of(driver_id)
    @now = now
  end

  def render
    calendar = Icalendar::Calendar.new
    calendar.prodid = "-//Crew Ledger//Stops//EN"
    @stops.each { |stop| calendar.add_event(event(stop)) }
    calendar.publish
    calendar.to_ical
  end

  private

  def event(stop)
    Icalendar::Event.new.tap do |event|
      event.uid = "stop-#{stop[:id]}@crew-ledger"
      event.dtstamp = Icalendar::Values::DateTime.new(@now.utc, "tzid" => "UTC")
      event.dtstart = Icalendar::Values::DateTime.new(stop[:from_at].utc, "tzid" => "UTC")
      event.dtend =
        Icalendar::Values::DateTime.new((stop[:to_at] || (stop[:from_at] + 3600)).utc, "tzid" => "UTC")
      event.summary = "#{stop[:kind].capitalize} #{stop[:number]}: #{stop[:name]}"
      event.location = [stop[:address], "#{stop[:town]}, #{stop[:state]} #{stop[:zip]}"].reject(
        &:empty?
      ).join(", ")
      event.description = ["Trip #{stop[:trip]}", stop[:notes]].reject { |part| part.to_s.empty? }.join("\n")
    end
  end
end
