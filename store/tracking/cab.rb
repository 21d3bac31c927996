# frozen_string_literal: true

# What a driver's phone is about.
module Store::Tracking::Cab
  # How long a delivered trip stays on the phone for its papers.
  MISSING_DAYS = 30

  # The trips on a driver's phone: not yet finished, those of the last day, those whose papers are missing,
  # and what was called off lately.
  def self.trips(driver_id, now)
    delivered_at = Sequel[:delivered_at]
    lately =
      Sequel.~(status: "delivered") | (delivered_at > now - 86_400) |
        (Store::Tracking::Papers.wanted & (delivered_at > now - (MISSING_DAYS * 86_400)))
    called_off =
      Sequel.&(
        { status: "cancelled" },
        Sequel.function(:upper, Sequel[:trips][:during]) > now - 86_400,
        DB[:texts].where(trip_id: Sequel[:trips][:id]).exists
      )
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id:)
      .where(
        Sequel.|(Sequel.&({ live: true, status: %w[sent accepted rolling delivered] }, lately), called_off)
      )
      .order(Sequel[:trips][:id])
      .select_all(:trips)
      .all
  end

  # Stops of trips with their places: whom to ask there, and what drivers know of it.
  def self.stops(trip_ids)
    Store::Freight
      .trip_stops(trip_ids)
      .left_join(:places, id: Sequel[:stops][:place_id])
      .select_append(
        Sequel[:stops][:address],
        Sequel[:stops][:notes],
        :contact,
        Sequel[:places][:phone].as(:phone),
        :driver_notes
      )
  end

  def self.unseen_changes(trip_ids, driver_id) =
    DB[:trip_changes]
      .join(:drivers, id: :driver_id)
      .where(trip_id: trip_ids, driver_id:, seen_at: nil)
      .order(Sequel[:trip_changes][:id])
      .select(:trip_id, Sequel[:trip_changes][:id], :what, :said, :languages)

  def self.activities(trip_ids, driver_id) =
    DB[:activities].where(trip_id: trip_ids, driver_id:, dropped_at: nil).order(:from_at)

  # A trip that a driver has or had.
  def self.trip(trip_id, driver_id) =
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(Sequel[:trips][:id] => trip_id, :driver_id => driver_id)
      .select_all(:trips)
      .first
end
