# frozen_string_literal: true

require "net/http"
require "openssl"

# The one HTTP client of all outside services, at an address of the settings: a real service and its stand-in
# are told apart by that alone.
class Services::Client
  OPEN_TIMEOUT_SECONDS = 3
  # Not compressed, so that its length can be counted.
  PLAIN = { "Accept-Encoding" => "identity", "Content-Type" => "application/json" }.freeze
  # All that a network does instead of answering: refused, reset, silent, cut short, of no name, or with a
  # certificate that is not its own.
  FAILURES = [
    SystemCallError,
    SocketError,
    Timeout::Error,
    IOError,
    OpenSSL::SSL::SSLError,
    Net::ProtocolError,
    Net::HTTPBadResponse,
    Net::HTTPHeaderSyntaxError,
    Zlib::Error
  ].freeze
  # What reading an answer runs into that is not as agreed.
  NONSENSE = [JSON::ParserError, KeyError, TypeError, ArgumentError, NoMethodError].freeze

  # A field that must be a text. Raises KeyError or TypeError, for `read` to take.
  def self.text(answer, name)
    text = answer.fetch(name)
    text.is_a?(String) ? text : raise(TypeError, "#{name} is no text")
  end

  # name - as it is called in an error, url - where it is; headers - beside the usual ones
  def initialize(name, url, read_timeout: 10, headers: {})
    @name = name
    @base = URI(url)
    @read_timeout = read_timeout
    @headers = PLAIN.merge(headers)
  end

  # Both return the body. Raise Services::Unreachable when it does not answer, or not with success.
  def get(path) = request { |http| http.get(path, @headers) }

  # key - drops a second arrival of the same
  def post(path, content, key:) =
    request { |http| http.post(path, JSON.generate(content), @headers.merge("Idempotency-Key" => key)) }

  # Yields a JSON answer and returns what is read from it. Raises Services::Unreachable for nonsense.
  def read(body)
    yield JSON.parse(body)
  rescue *NONSENSE
    raise Services::Unreachable, "#{@name} answered nonsense"
  end

  private

  # The library itself takes a body that ends early for the whole; a permit's PDF must not be half a permit.
  def cut_short?(response) = response.content_length && response.body.to_s.bytesize < response.content_length

  def request(&)
    response =
      Net::HTTP.start(
        @base.host,
        @base.port,
        use_ssl: @base.scheme == "https",
        open_timeout: OPEN_TIMEOUT_SECONDS,
        read_timeout: @read_timeout,
        &
      )
    raise Services::Unreachable, "#{@name} answered #{response.code}" unless response.is_a?(Net::HTTPSuccess)
    raise EOFError, "its answer was cut short" if cut_short?(response)

    response.body
  rescue *FAILURES => e
    raise Services::Unreachable, "#{@name} is out of reach: #{e.message}"
  end
end
