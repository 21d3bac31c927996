# frozen_string_literal: true

# How far it is. Until the road network comes: great-circle miles times a factor, and marked as an estimate.
module Core::Roads
  EARTH_RADIUS_MILES = 3_958.8
  # Roads bend: truck miles over great-circle miles, common practice for a first estimate.
  CIRCUITY = 1.2

  Point = Value.of(:latitude, :longitude)

  # Miles on the great circle between two Points. Source: the haversine formula.
  def self.great_circle_miles(from, to)
    lat1, lat2 = [from, to].map { |point| radians(point.latitude) }
    half = (Math.sin((lat2 - lat1) / 2)**2) + (Math.cos(lat1) * Math.cos(lat2) * (Math.sin(radians(to.longitude - from.longitude) / 2)**2))
    2 * EARTH_RADIUS_MILES * Math.asin(Math.sqrt([half, 1.0].min))
  end

  # Truck miles between two Points, BigDecimal to the tenth: an estimate.
  def self.estimated_miles(from, to) = (great_circle_miles(from, to) * CIRCUITY).round(1).to_d

  # Truck miles from each Point to the next.
  def self.estimated_legs(points) = points.each_cons(2).map { |from, to| estimated_miles(from, to) }

  def self.radians(degrees) = degrees * Math::PI / 180
  private_class_method :radians
end
