# frozen_string_literal: true

require "rack/builder"
require "rack/session"

# What a request passes through, outermost first.
module Web::Stack
  def self.build(log: $stdout, errors: $stderr)
    Web::Throttle.set_up
    Web::Metrics.share if Settings.web_processes > 1
    Rack::Builder.app do
      use Web::Timing if Settings.tell_timing?
      use Web::RequestLog, log: log
      use Web::Headers
      use Web::Client
      map("/healthz") { run Web::Stack.method(:health) }
      map("/metrics") { run Web::Metrics }
      map("/") do
        use Web::Metrics
        use Web::Errors, log: errors
        use Rack::Attack
        use Rack::Session::Cookie, Web::Stack.cookie
        use Web::Tries
        use Web::SignIn
        use Web::Gate
        use Web::LiveRoute
        run Web::App
      end
    end
  end

  # Under a name that no other host of this site can set, where the address is https.
  def self.cookie =
    {
      key: Settings.secure_cookies? ? "__Host-crew_ledger" : "crew_ledger",
      secret: Settings.secret,
      serialize_json: true,
      path: "/",
      same_site: :lax,
      httponly: true,
      secure: Settings.secure_cookies?
    }

  # Whether this process answers and its database does.
  def self.health(_env)
    DB.get(1)
    plain(200, "ok")
  rescue *Web::Errors::UNREACHABLE
    plain(503, "the database is out of reach")
  end

  def self.plain(status, text) = [status, { "content-type" => "text/plain" }, [text]]
end
