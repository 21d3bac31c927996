# frozen_string_literal: true

require "net/http"

# A permit office, over HTTP: the same small interface for all of them. The stand-in and a real partner are told apart by the address.
class Work::Permits::Office
  class Unreachable < StandardError; end
  # What an office may say; anything else is nonsense, and is tried again.
  STATES = %w[issued review asked refused].freeze

  def initialize(jurisdiction)
    @path = "/v1/offices/#{jurisdiction}/applications"
  end

  # Returns { "application", "state", "message", "number", "fee", "valid_from", "valid_to", "conditions" }. Raises Unreachable.
  def apply(application, key:) = read(request { |http| http.post(@path, JSON.generate(application), "Content-Type" => "application/json", "Idempotency-Key" => key) })
  def status(id) = read(request { |http| http.get("#{@path}/#{id}") })
  def pdf(id) = request { |http| http.get("#{@path}/#{id}/permit.pdf") }.body

  private

  def request(&)
    base = URI(Settings.office_url)
    response = Net::HTTP.start(base.host, base.port, use_ssl: base.scheme == "https", open_timeout: 3, read_timeout: 15, &)
    raise Unreachable, "the office answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)

    response
  rescue SystemCallError, Timeout::Error, IOError => e
    raise Unreachable, "the office is out of reach: #{e.message}"
  end

  def read(response)
    answer = JSON.parse(response.body)
    raise Unreachable, "the office answered nonsense" unless answer.is_a?(Hash) && STATES.include?(answer["state"]) && answer["application"].is_a?(String)

    answer
  rescue JSON::ParserError
    raise Unreachable, "the office answered nonsense"
  end
end
