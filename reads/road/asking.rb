# frozen_string_literal: true

# Whether the driver of a load is asked for check-ins, and when and where he was last heard of.
module Reads::Road::Asking
  # standing - on, over, off or never; row - of ask_schedules, nil where it was never set; trip - row or nil;
  # heard_at, heard_where - of the last check-in, or nil; every_hours - as set, or as usual
  Value = Core::Value.of(:standing, :row, :trip, :heard_at, :heard_where, :every_hours)

  # Raises Store::NotFound.
  def self.of(load_id)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    row = Store::Tracking.ask_schedule(load_id)
    trip = Store::Freight.live_trip(load_id)
    heard_at, heard_where = trip ? Reads::Road::Heard.of([trip[:id]])[trip[:id]] : nil
    Value.new(
      standing: Core::Tracking::Asking.standing(row && row[:running], load[:status]),
      row: row&.merge(load.slice(:pickup_at)),
      trip:,
      heard_at:,
      heard_where:,
      every_hours: row ? row[:every_hours] : Store::Tracking.settings[:ask_every_hours]
    )
  end
end
