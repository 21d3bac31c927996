# frozen_string_literal: true

# The service that the logging devices report to. The stand-in and a real one are told apart by the address
# alone.
class Work::Hours::DeviceService
  def self.current = new(Work::Service.new("the device service", Settings.device_service_url))

  def initialize(service)
    @service = service
  end

  # What the devices said after one instant until another, its end included.
  #
  # Returns [heard_at, { driver number => Array of { at:, status:, place:, latitude:, longitude: } }, { driver
  # number => Array of { at:, latitude:, longitude: } }].
  # Raises Work::Service::Unreachable.
  def said(since, upto)
    body = JSON.parse(@service.get("/v1/duty?since=#{since.utc.iso8601}&until=#{upto.utc.iso8601}"))
    rows = body.fetch("drivers")
    [
      Time.iso8601(body.fetch("heard_at")),
      rows.to_h { |row| [row["driver"], row["events"].map { |event| event(event) }] },
      rows.to_h { |row| [row["driver"], (row["positions"] || []).map { |one| position(one) }] }
    ]
  rescue JSON::ParserError
    raise Work::Service::Unreachable, "the device service answered nonsense"
  end

  private

  def position(row) =
    { at: Time.iso8601(row.fetch("at")), latitude: row.fetch("latitude"), longitude: row.fetch("longitude") }

  # To the whole minute, as records are kept.
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
