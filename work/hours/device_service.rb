# frozen_string_literal: true

require "net/http"

# The service that the logging devices report to, over HTTP. The stand-in and a real one are told apart by the address alone.
class Work::Hours::DeviceService
  class Unreachable < StandardError; end

  def self.current = new(URI(Settings.device_service_url))

  def initialize(base)
    @base = base
  end

  # What the devices said after one instant until another, its end included.
  #
  # Returns [heard_at, { driver number => Array of { at:, status:, place:, latitude:, longitude: } }, { driver number => Array of { at:, latitude:, longitude: } }].
  # Raises Unreachable.
  def said(since, upto)
    path = "/v1/duty?since=#{since.utc.iso8601}&until=#{upto.utc.iso8601}"
    response = Net::HTTP.start(@base.host, @base.port, use_ssl: @base.scheme == "https", open_timeout: 3, read_timeout: 10) { |http| http.get(path) }
    raise Unreachable, "the device service answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)

    body = JSON.parse(response.body)
    rows = body.fetch("drivers")
    [Time.iso8601(body.fetch("heard_at")), rows.to_h { |row| [row["driver"], row["events"].map { |event| event(event) }] }, rows.to_h { |row| [row["driver"], (row["positions"] || []).map { |one| position(one) }] }]
  rescue SystemCallError, Timeout::Error, IOError, JSON::ParserError => e
    raise Unreachable, "the device service is out of reach: #{e.message}"
  end

  private

  def position(row) = { at: Time.iso8601(row.fetch("at")), latitude: row.fetch("latitude"), longitude: row.fetch("longitude") }

  # To the whole minute, as records are kept.
  def event(row)
    { at: Time.at(Time.iso8601(row.fetch("at")).to_i / 60 * 60).utc, status: row.fetch("status"), place: row["place"], latitude: row["latitude"], longitude: row["longitude"] }
  end
end
