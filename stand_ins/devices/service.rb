# frozen_string_literal: true

require "json"
require "rack"
require "time"

# Simulated outside services: each a small process of its own.
module StandIns
end

# A service of logging devices. GET /v1/duty?since=&until= answers
# {"heard_at","drivers":[{"driver","events":[…],"positions":[…]}]}:
# what the devices of the demo's drivers said between two instants, the end included, and where their trucks
# were. Now and then it is out of order, as such services are.
class StandIns::DeviceService
  # Out of order for the first minute of every so many.
  OUTAGE_EVERY_MINUTES = 17

  # path - a file of JSON lines {"driver","at","status","place"} or {"driver","at","latitude","longitude"}, in
  #        any order; clock - says the real time
  def initialize(path, clock: -> { Time.now })
    @path = path
    @clock = clock
  end

  def call(env)
    return json(404, error: "no such address") unless env["PATH_INFO"] == "/v1/duty"
    if (@clock.call.to_i / 60 % OUTAGE_EVERY_MINUTES).zero?
      return json(503, error: "out of order: try again in a minute")
    end

    since, upto =
      Rack::Utils
        .parse_query(env["QUERY_STRING"])
        .values_at("since", "until")
        .map { |text| Time.iso8601(text) }
    json(200, heard_at: upto.iso8601, drivers: said(since, upto))
  rescue ArgumentError, TypeError
    json(422, error: "since and until are needed, as 2026-11-23T14:30:00Z")
  end

  private

  def said(since, upto)
    events
      .group_by { |event| event["driver"] }
      .map do |driver, all|
        now =
          all
            .select { |event| Time.iso8601(event["at"]).then { |at| at > since && at <= upto } }
            .sort_by { |event| event["at"] }
            .map { |event| event.except("driver") }
        events, positions = now.partition { |event| event["status"] }
        { driver:, events:, positions: }
      end
  end

  def events = File.exist?(@path) ? File.readlines(@path).map { |line| JSON.parse(line) } : []
  def json(status, body) = [status, { "content-type" => "application/json" }, [JSON.generate(body)]]
end
