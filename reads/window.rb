# frozen_string_literal: true

# Screens of customers' people: each reads as its viewer (Store::Window.as).
module Reads::Window
  TOWNS_WITHIN_DEGREES = 0.6

  # ZIPs around a spot, each as a town.
  def self.towns(spot)
    lat, lon = spot.values_at(:latitude, :longitude)
    degrees = TOWNS_WITHIN_DEGREES
    DB[:zips]
      .where(latitude: (lat - degrees)..(lat + degrees), longitude: (lon - degrees)..(lon + degrees))
      .select(:town, :state, :latitude, :longitude)
      .all
  end
end
