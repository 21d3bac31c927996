# frozen_string_literal: true

# The service that the logging devices report to. The stand-in and a real one are told apart by the address
# alone.
class Services::DeviceService
  # drivers and positions - Hash of driver number to rows, see `said`
  Said = Core::Value.of(:heard_at, :events, :positions)

  def self.current = new(Services::Client.new("the device service", Settings.device_service_url))

  def initialize(client)
    @client = client
  end

  # What the devices said after one instant until another, its end included.
  #
  # Returns Said: events { driver number => Array of { at:, status:, place:, latitude:, longitude: } }, to the
  # whole minute as records are kept; positions { driver number => Array of { at:, latitude:, longitude: } }.
  # Raises Services::Unreachable.
  def said(since, upto)
    body = @client.get("/v1/duty?since=#{since.utc.iso8601}&until=#{upto.utc.iso8601}")
    @client.read(body) do |answer|
      rows = answer.fetch("drivers")
      Said.new(
        heard_at: Time.iso8601(answer.fetch("heard_at")),
        events: by_driver(rows, "events") { |row| event(row) },
        positions: by_driver(rows, "positions") { |row| position(row) }
      )
    end
  end

  private

  def by_driver(rows, name, &) = rows.to_h { |row| [row.fetch("driver"), (row[name] || []).map(&)] }

  def position(row) =
    { at: Time.iso8601(row.fetch("at")), latitude: row.fetch("latitude"), longitude: row.fetch("longitude") }

  def event(row)
    {
      at: Time.at(Time.iso8601(row.fetch("at")).to_i / 60 * 60).utc,
      status: row.fetch("status"),
      place: row["place"],
      latitude: row["latitude"],
      longitude: row["longitude"]
    }
  end
end
