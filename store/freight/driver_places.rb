# frozen_string_literal: true

# Where drivers became empty, where a person put it right.
Store::Freight::DriverPlaces =
  Store::Table.of(:driver_places) do
    # The latest of a driver from an instant (nil for ever) to another, or nil.
    def between(driver_id, from, to)
      rows = where(driver_id:).where { at <= to }
      rows = rows.where { at >= from } if from
      rows.reverse(:at, :id).select(:town, :state, :latitude, :longitude).first
    end

    # All since an instant, the last first, by driver.
    def by_driver_since(instant) =
      where { at >= instant }.reverse(:at, :id).all.group_by { |row| row[:driver_id] }
  end
