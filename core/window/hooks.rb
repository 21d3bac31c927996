# frozen_string_literal: true

require "base64"
require "openssl"

# Messages to customers' programs, after the Standard Webhooks specification 1.0 (an open standard): how they are
# signed, and when one that was not taken is sent again.
module Core::Window::Hooks
  # After each try that failed; the last for all that follow.
  WAITS_SECONDS = [10, 30, 60, 120, 300, 600].freeze
  # Who takes none for so long is no longer told, until somebody of theirs says so.
  GIVES_UP_SECONDS = 86_400
  MOST_AT_ONCE = 50

  # tries - that failed so far, 1 or more
  def self.wait_seconds(tries) = WAITS_SECONDS.fetch(tries - 1, WAITS_SECONDS.last)

  # How many an address is sent at once: one alone to try it where it did not answer last; all follow once it does.
  def self.at_once(failures) = failures.zero? ? MOST_AT_ONCE : 1

  # made_at - of the oldest message that waits
  def self.gives_up?(made_at, now) = now - made_at >= GIVES_UP_SECONDS

  # How it goes with an address. failures - since it took one last
  def self.standing(stopped:, failures:)
    return "stopped" if stopped

    failures.zero? ? "good" : "failing"
  end

  # As who is told keeps it. secret - bytes
  def self.secret_text(secret) = "whsec_#{Base64.strict_encode64(secret)}"

  # Headers of a message. secret - bytes; id - of the message; body - as it is sent; at - when
  def self.headers(secret, id, body, at)
    timestamp = at.to_i.to_s
    {
      "webhook-id" => id,
      "webhook-timestamp" => timestamp,
      "webhook-signature" => "v1,#{signature(secret, id, timestamp, body)}"
    }
  end

  def self.signature(secret, id, timestamp, body) =
    Base64.strict_encode64(OpenSSL::HMAC.digest("SHA256", secret, "#{id}.#{timestamp}.#{body}"))

  # Stages that a load came to, one after another => those that are told: each that is shown and is another than the
  # one before. before - the stage that was told last, or nil
  def self.told(stages, before, shown)
    stages.each_with_object([]) do |stage, told|
      told << stage if shown.include?(stage) && stage != (told.last || before)
    end
  end
end
