# frozen_string_literal: true

require "openssl"

# A call of the text gateway: believed when it is signed with the secret that we share, and lately.
class Web::Tracking::GatewayCall
  # Between its clock and ours, by the real time: a call that somebody kept is no call.
  TOLERANCE_SECONDS = 300

  # Before anything of it is read. request - Rack::Request. Raises Refused `bad_signature`, `stale_call`.
  def self.check(request)
    raw = request.body&.read.to_s
    request.body&.rewind
    seconds, given =
      request.get_header("HTTP_X_GATEWAY_SIGNATURE").to_s.match(/\At=(\d{1,12}),v1=(\h{64})\z/)&.captures
    expected = seconds && OpenSSL::HMAC.hexdigest("SHA256", Settings.text_gateway_secret, "#{seconds}.#{raw}")
    unless expected && OpenSSL.fixed_length_secure_compare(expected, given.downcase)
      raise Refused.new("bad_signature", "The signature does not fit the body.", path: "")
    end
    return unless (Time.now.to_i - seconds.to_i).abs > TOLERANCE_SECONDS

    raise Refused.new("stale_call", "The signature is of another time: sign it anew.", path: "")
  end

  # input - the body as the contract has read it
  def initialize(input)
    @input = input
  end

  # Returns whether it was news.
  def take(now)
    # The gateway's clock is the real one; ours may be the demo's.
    at = now - (Time.now - @input[:at]).clamp(0, 7 * 86_400)
    message = @input[:message]
    if @input[:type] == "message.received"
      return(
        Work::Tracking::TakeText.call(
          { id: @input[:key], from: message[:from].to_s, body: message[:body].to_s, at: },
          now:
        )
      )
    end

    Work::Tracking::NoteReceipt.called_back(
      {
        id: @input[:key],
        status: @input[:type].delete_prefix("message."),
        receipt: message[:receipt].to_s,
        cost: message[:cost],
        failure: message[:failure]
      },
      now:
    )
  end
end
