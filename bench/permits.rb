# frozen_string_literal: true

require_relative "../config/application"

# Screening a load over ten states with its way, and a thirteen-axle bridge check with all its groups.
module Bench
  TIMES = 40
  # Kent, Washington, to Des Moines, Iowa.
  FROM, TO = %w[98032 50309].freeze
  STATES = %w[WA OR ID MT WY UT CO NE SD IA].freeze

  def self.run
    vehicle =
      Core::Permits::Vehicle.new(
        width_in: 168,
        height_in: 170,
        length_in: 1200,
        trailer_length_in: 636,
        front_overhang_in: 0,
        rear_overhang_in: 0,
        gross_lb: 180_000,
        axles:
      )
    rules = Store::Permits.rules
    Store::Roads::Leg.network
    way = median { route }
    screen =
      median do
        Core::Permits.screen(
          vehicle,
          STATES,
          rules:,
          divisible: false,
          miles: STATES.to_h { |state| [state, BigDecimal(200)] }
        )
      end
    bridge = median { Core::Permits.bridge(axles) }
    puts format(
           "way of a load of that size: %.1f ms; screening %d states: %.2f ms; together %.1f ms",
           way * 1000,
           STATES.length,
           screen * 1000,
           (way + screen) * 1000
         )
    puts format(
           "bridge check of %d axles, all groups: %.3f ms, %.4f of the screening with its way",
           axles.length,
           bridge * 1000,
           bridge / (way + screen)
         )
  end

  def self.axles
    @axles ||=
      Array.new(13) do |i|
        Core::Permits::Axle.new(
          weight_lb: i.zero? ? 12_000 : 14_000,
          spacing_ft: BigDecimal(i.zero? ? "0" : "4.5")
        )
      end
  end

  def self.route
    points =
      [FROM, TO].map do |zip|
        DB[:zips]
          .first(zip:)
          .then do |row|
            { latitude: row[:latitude], longitude: row[:longitude], name: "#{row[:town]}, #{row[:state]}" }
          end
      end
    vehicle =
      Core::Roads::Vehicle::USUAL.with(width_in: 168, height_in: 170, length_in: 1200, gross_lb: 79_000)
    Core::Roads.route(
      Store::Roads::Leg.network,
      RoadData.gazetteer,
      Core::Roads::Request.new(
        stops: points,
        via: [],
        prefer: :time,
        vehicle:,
        avoid_states: [],
        avoid_roads: [],
        avoid_tolls: false
      )
    )
  end

  def self.median
    Array
      .new(TIMES) do
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        yield
        Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
      end
      .sort[
      TIMES / 2
    ]
  end
end

Bench.run
