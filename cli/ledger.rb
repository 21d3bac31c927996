# frozen_string_literal: true

require_relative "../config/core"
require_relative "../config/road_data"
require_relative "../config/hours_rules"
require_relative "../config/permit_rules"
require "json"
require "json_schemer"
require "optparse"

# The command line over the core: one JSON document in, one out, checked by the schemas in contract/cli.
module Ledger
  # area and verb, what it says of itself, and the core's answer to a checked document
  Command =
    Value.of(:area, :verb, :about, :answer) do
      def schema_path = File.expand_path("../contract/cli/#{area.tr("-", "_")}_#{verb}.json", __dir__)
      def schema = JSONSchemer.schema(Pathname(schema_path), format: true, regexp_resolver: "ecma")
    end

  COMMANDS = [
    Command.new(
      area: "fleet",
      verb: "match",
      about: "which crew takes which load, for the greatest profit together",
      answer: ->(document) { Core::Match.assign(*Core::Match.read(document)).to_h }
    ),
    Command.new(
      area: "freight",
      verb: "chains",
      about: "the most profitable way from here to there by a date, load after load",
      answer: ->(document) do
        roads = ->(avoid) { Core::Freight::Chains::RoadLegs.new(RoadData.network, RoadData.gazetteer, avoid) }
        question = Core::Freight::Chains.read(document, roads:)
        hours = Core::Freight::Chains.read_hours(document)
        chains =
          if hours
            Core::Freight::Chains.best_legal(question, hours, rules: HoursRules.named(hours.rules))
          else
            Core::Freight::Chains.best(question)
          end
        { chains: chains.map(&:to_h) }
      end
    ),
    Command.new(
      area: "hours",
      verb: "clocks",
      about: "what a driver may still do, and what was broken",
      answer: ->(document) do
        Core::Hours
          .read(document)
          .then { |question| Core::Hours.clocks(question, rules: HoursRules.named(question.rules)).to_h }
      end
    ),
    Command.new(
      area: "hours",
      verb: "plan",
      about: "the best legal schedule for a trip, after a record",
      answer: ->(document) do
        Core::Hours
          .read(document)
          .then do |question|
            Core::Hours.plan(
              question,
              Core::Hours.read_trip(document),
              rules: HoursRules.named(question.rules)
            ).to_h
          end
      end
    ),
    Command.new(
      area: "pay",
      verb: "settle",
      about: "one driver's statement for one period, to the cent",
      answer: ->(document) { Core::Pay.present(Core::Pay.settle(Core::Pay.read(document))) }
    ),
    Command.new(
      area: "permits",
      verb: "bridge",
      about: "axles against the federal limits of weight",
      answer: ->(document) { Core::Permits::Answer.bridge(Core::Permits.read_bridge(document)) }
    ),
    Command.new(
      area: "permits",
      verb: "daylight",
      about: "when the sun allows a permitted load to travel",
      answer: ->(document) { Core::Permits::Answer.daylight(*Core::Permits.read_daylight(document)) }
    ),
    Command.new(
      area: "permits",
      verb: "screen",
      about: "what each state on the way asks of an oversize or overweight vehicle",
      answer: ->(document) do
        Core::Permits
          .read_screen(document)
          .then do |vehicle, codes, divisible, miles|
            Core::Permits::Answer.screen(
              Core::Permits.screen(vehicle, codes, rules: PermitRules.all, divisible:, miles:)
            )
          end
      end
    ),
    Command.new(
      area: "roads",
      verb: "route",
      about: "the way for a truck, by leg and by state",
      answer: ->(document) do
        Core::Roads.route(RoadData.network, RoadData.gazetteer, Core::Roads.read(document)).to_h
      end
    )
  ].freeze

  EXIT_REFUSED = 2
  EXIT_SOME_REFUSED = 3

  # argv, and the three streams. Returns the exit status.
  def self.run(argv, input:, output:, errors:) = Session.new(argv, input, output, errors).run
end

require_relative "ledger/plain_rows"
require_relative "ledger/check"
require_relative "ledger/session"
