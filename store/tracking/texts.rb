# frozen_string_literal: true

# Texts to drivers.
Store::Tracking::Texts =
  Store::Table.of(:texts) do
    # The trip that a driver was sent last, or nil.
    def last_trip_id(driver_id) = where(driver_id:, phrase: "trip").reverse(:id).get(:trip_id)

    # The last that a driver was told of a trip by a phrase since an instant, or nil.
    def asked(driver_id, trip_id, phrase, since) =
      where(driver_id:, trip_id:, phrase:).where(Sequel[:written_at] > since).reverse(:id).first
  end
