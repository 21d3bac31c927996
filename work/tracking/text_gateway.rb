# frozen_string_literal: true

require "net/http"

# The service that delivers text messages, over HTTP. The stand-in and a real one are told apart by the address alone.
class Work::Tracking::TextGateway
  class Unreachable < StandardError; end

  def self.current = new(URI(Settings.text_gateway_url))

  def initialize(base)
    @base = base
  end

  # Returns the gateway's receipt. The same key delivers once. Raises Unreachable; the job tries again.
  def deliver(to, body, key:)
    response = Net::HTTP.start(@base.host, @base.port, use_ssl: @base.scheme == "https", open_timeout: 3, read_timeout: 10) do |http|
      http.post("/v1/messages", JSON.generate(to:, body:), "Content-Type" => "application/json", "Idempotency-Key" => key)
    end
    raise Unreachable, "the text gateway answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)

    JSON.parse(response.body).fetch("receipt")
  rescue SystemCallError, Timeout::Error, IOError => e
    raise Unreachable, "the text gateway is out of reach: #{e.message}"
  end
end
