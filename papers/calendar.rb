# frozen_string_literal: true

require "icalendar"

# A driver's coming stops as an iCalendar file (RFC 5545).
class Papers::Calendar
  COLUMNS = [
    Sequel[:stops][:id],
    :kind,
    :name,
    :address,
    :town,
    Sequel[:stops][:state],
    :zip,
    :from_at,
    :to_at,
    Sequel[:stops][:notes],
    Sequel[:loads][:number],
    Sequel[:trips][:number].as(:trip)
  ].freeze

  def initialize(driver_id, now)
    @driver = DB[:drivers].first(id: driver_id) or raise Store::NotFound.new("driver", driver_id)
    @now = now
  end

  def render
    calendar = Icalendar::Calendar.new
    calendar.prodid = "-//Crew Ledger//Stops//EN"
    stops.each { |stop| calendar.add_event(event(stop)) }
    calendar.publish
    calendar.to_ical
  end

  private

  def stops = coming.exclude(from_at: nil).order(:from_at).select(*COLUMNS).all

  def coming
    DB[:trip_drivers]
      .join(:trips, id: :trip_id)
      .join(:trip_stops, trip_id: Sequel[:trips][:id])
      .join(:stops, id: Sequel[:trip_stops][:stop_id])
      .join(:loads, id: Sequel[:stops][:load_id])
      .where(
        :driver_id => @driver[:id],
        :live => true,
        Sequel[:trips][:state] => %w[sent accepted rolling],
        :left_at => nil,
        :worked_at => nil
      )
  end

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
