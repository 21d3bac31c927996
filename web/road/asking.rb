# frozen_string_literal: true

# Whether the driver of a load is asked for check-ins, and when and where he was last heard of.
module Web::Road::Asking
  def self.of(load_id)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    row = Store::Tracking.ask_schedule(load_id)
    trip = Store::Freight.live_trip(load_id)
    heard_at, heard_where = trip ? Reads::Road::Heard.of([trip[:id]])[trip[:id]] : nil
    {
      state: state(row, load),
      every_hours: row ? row[:every_hours] : Store::Tracking.settings[:ask_every_hours],
      from: row&.dig(:from_at)&.iso8601,
      to: row&.dig(:to_at)&.iso8601,
      by: row&.fetch(:by),
      next_at:
        (
          if trip && state(row, load) == "on"
            Work::Tracking::ScheduleAsking.next_at(row.merge(load.slice(:pickup_at)), trip)
          end
        )&.iso8601,
      heard_at: heard_at&.iso8601,
      heard_where:
    }
  end

  # on, over (delivered, or past its end), off, or never set
  def self.state(row, load)
    return "never" if row.nil?
    return "off" unless row[:running]

    %w[open planned sent accepted rolling].include?(load[:state]) ? "on" : "over"
  end
end
