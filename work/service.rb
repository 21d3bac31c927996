# frozen_string_literal: true

require "net/http"

# An outside service over HTTP, at an address of the settings: a real one and its stand-in are told apart by
# that alone.
class Work::Service
  class Unreachable < StandardError
  end

  # name - as it is called in an error, url - where it is
  def initialize(name, url, read_timeout: 10)
    @name = name
    @base = URI(url)
    @read_timeout = read_timeout
  end

  # Both return the body. Raise Unreachable when it does not answer, or not with success.
  def get(path) = request { |http| http.get(path) }
  # key - drops a second arrival of the same
  def post(path, content, key:) =
    request do |http|
      http.post(path, JSON.generate(content), "Content-Type" => "application/json", "Idempotency-Key" => key)
    end

  # A field of a JSON answer. Raises Unreachable for nonsense.
  def self.field(body, name)
    JSON.parse(body).fetch(name)
  rescue JSON::ParserError, KeyError, TypeError, NoMethodError
    raise Unreachable, "the answer is nonsense"
  end

  private

  def request(&)
    response =
      Net::HTTP.start(
        @base.host,
        @base.port,
        use_ssl: @base.scheme == "https",
        open_timeout: 3,
        read_timeout: @read_timeout,
        &
      )
    raise Unreachable, "#{@name} answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)

    response.body
  rescue SystemCallError, Timeout::Error, IOError => e
    raise Unreachable, "#{@name} is out of reach: #{e.message}"
  end
end
