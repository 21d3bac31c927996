# frozen_string_literal: true

# An address of a customer's that is told of their loads (docs/hooks.md).
class Services::CustomerHook
  TIMEOUT_SECONDS = 10

  def initialize(url)
    @uri = URI(url)
  end

  # headers - that sign it. Raises Services::Unreachable unless it is taken with a success of 200 to 299; an answer that
  # leads elsewhere is none.
  def tell(body, headers)
    response =
      http.start do |one|
        one.post(@uri.request_uri, body, { "Content-Type" => "application/json", **headers })
      end
    return if response.is_a?(Net::HTTPSuccess)

    raise Services::Unreachable, "it answered #{response.code}"
  rescue *Services::Client::FAILURES => e
    raise Services::Unreachable, "no answer: #{e.message}"
  end

  private

  def http
    http = Net::HTTP.new(@uri.hostname, @uri.port, nil)
    http.ipaddr = Services::OutsideAddress.resolve(@uri.hostname)
    http.use_ssl = @uri.scheme == "https"
    http.open_timeout = http.read_timeout = http.write_timeout = TIMEOUT_SECONDS
    http.max_retries = 0
    http
  end
end
