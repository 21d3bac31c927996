# frozen_string_literal: true

require "digest"
require "rack/attack"

# Holds back guessing: sign-ins, set-up codes and links. Counts are kept in the database, since web processes
# share nothing.
module Web::Throttle
  # Who asks is the address that connects; what it says of others is believed of our own proxies alone.
  def self.believe(proxies) = Rack::Request.ip_filter = ->(ip) { proxies.include?(ip) }

  def self.counts = @counts ||= Store::ThrottleCounts.new

  def self.set_up
    believe(Settings.trusted_proxies)
    attack = Rack::Attack
    attack.cache.store = counts
    attack.throttle("sign-in by address", limit: 60, period: 60) do |request|
      request.ip if request.post? && request.path == "/api/auth/sign-in"
    end
    attack.throttle("set-up by address", limit: 10, period: 60) do |request|
      request.ip if request.post? && request.path == "/api/setup"
    end
    attack.throttle("forgotten by address", limit: 10, period: 60) do |request|
      request.ip if request.post? && request.path == "/api/forgotten"
    end
    # By link: many phones share an address of their carrier's, and nobody guesses 256 bits.
    attack.throttle("cab by link", limit: 600, period: 60) do |request|
      if request.path.start_with?("/api/cab")
        Digest::SHA256.hexdigest(request.get_header("HTTP_AUTHORIZATION") || request.ip)
      end
    end
    attack.throttle("answers by address", limit: 300, period: 60) do |request|
      request.ip if request.path.start_with?("/api/asks")
    end
    attack.throttle("passed-on links by address", limit: 300, period: 60) do |request|
      request.ip if request.path.match?(%r{\A/api/(passed-on|tender)(/|\z)})
    end
    # A program that asks as fast as it can takes nothing from people's pages.
    attack.throttle("programs by token", limit: 600, period: 60) do |request|
      token = request.get_header("HTTP_AUTHORIZATION")
      Digest::SHA256.hexdigest(token) if token && request.path.start_with?("/api/window")
    end
    attack.throttle("hooks by address", limit: 3000, period: 60) do |request|
      request.ip if request.path.start_with?("/api/hooks")
    end
    attack.throttle("PIN by link", limit: 10, period: 60) do |request|
      if request.path == Web::Gate::UNLOCK
        Digest::SHA256.hexdigest(request.get_header("HTTP_AUTHORIZATION").to_s)
      end
    end
    attack.throttled_responder =
      lambda do |request|
        [
          429,
          { "content-type" => "application/json", "retry-after" => "60" },
          [
            JSON.generate(
              error: {
                code: "too_many",
                message: "Too many tries: wait a minute.",
                path: "",
                request_id: request.env[Web::RequestLog::ID]
              }
            )
          ]
        ]
      end
  end
end
