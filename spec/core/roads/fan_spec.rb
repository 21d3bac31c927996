# frozen_string_literal: true

require_relative "../../../config/road_data"

# Where crews are compared by a fan, their trip is then measured by the router: both have to say the same.
RSpec.describe Core::Roads::Fan do
  network = RoadData.network(landmarks: 16)
  roads = Core::Roads

  define_method(:place) { |point| roads.place("somewhere", point) }

  define_method(:routed) do |from, to|
    stops =
      [from, to].map { |point| { latitude: point.latitude, longitude: point.longitude, name: "somewhere" } }
    request =
      roads::Request.new(
        stops:,
        via: [],
        prefer: :time,
        vehicle: roads::Vehicle::USUAL,
        avoid_states: [],
        avoid_roads: [],
        avoid_tolls: false
      )
    roads.route(network, RoadData.gazetteer, request).then { |route| [route.tenths, route.minutes] }
  end

  define_method(:fanned) do |from, to|
    described_class.new(network, place(to), roads::Vehicle::USUAL).to(place(from)).to_h.values
  end

  # Anywhere within a day of Boise; every other time near by, where both lie on one stretch of road.
  random = Random.new(20_261_130)
  Array
    .new(20) do |i|
      from = roads::Point.new(latitude: 42.2 + (random.rand * 4), longitude: -119.0 + (random.rand * 6))
      far = i.even? ? [4.0, 6.0] : [0.1, 0.1]
      to =
        roads::Point.new(
          latitude: from.latitude + ((random.rand - 0.5) * far[0]),
          longitude: from.longitude + ((random.rand - 0.5) * far[1])
        )
      [from, to]
    end
    .each do |from, to|
      names = [from, to].map { |point| format("%.3f, %.3f", point.latitude, point.longitude) }
      it "measures #{names.join(" to ")} as the router does" do
        tenths, minutes = routed(from, to)
        # Of ways that take the same seconds the other may be taken.
        expect(fanned(from, to)).to match([be_within(1).of(tenths), minutes])
      end
    end

  it "measures the streets at both ends in a town that has a place of its own on the network" do
    zip = ->(latitude, longitude) { roads::Point.new(latitude:, longitude:) }
    from, to = zip.call(43.5548, -116.2214), zip.call(43.6322, -116.2052)

    expect(fanned(from, to)).to eq(routed(from, to))
    expect(fanned(from, to).first).to be > 50
  end
end
