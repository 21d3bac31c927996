# frozen_string_literal: true

require "prometheus/client/formats/text"
require "prometheus/client/data_stores/direct_file_store"
require "prometheus/middleware/collector"
require "tmpdir"
require "rack/builder"
require "rack/session"

# What a request passes through, outermost first.
module Web::Stack
  LOOPBACK = %w[127.0.0.1 ::1].freeze

  def self.build(log: $stdout, errors: $stderr)
    Web::Throttle.set_up
    share_metrics if Settings.web_processes > 1
    Rack::Builder.app do
      use Web::Timing if Settings.tell_timing?
      use Web::RequestLog, log: log
      use Web::Headers
      use Web::Client
      map("/healthz") { run Web::Stack.method(:health) }
      map("/metrics") { run Web::Stack.method(:metrics) }
      map("/") do
        use Prometheus::Middleware::Collector
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

  # Processes of one server add their figures up through files; each start begins anew.
  def self.share_metrics
    Prometheus::Client.config.data_store =
      Prometheus::Client::DataStores::DirectFileStore.new(dir: Dir.mktmpdir("crew-ledger-metrics"))
  end

  # Whether this process answers and its database does.
  def self.health(_env)
    DB.get(1)
    plain(200, "ok")
  rescue *Web::Errors::UNREACHABLE
    plain(503, "the database is out of reach")
  end

  # Prometheus metrics, to this machine only.
  def self.metrics(env)
    return plain(403, "metrics are for this machine") unless LOOPBACK.include?(env["REMOTE_ADDR"])

    live_connections.set(Web::Live.current.count)
    [
      200,
      { "content-type" => "text/plain; version=0.0.4" },
      [Prometheus::Client::Formats::Text.marshal(Prometheus::Client.registry)]
    ]
  end

  def self.live_connections
    registry = Prometheus::Client.registry
    registry.get(:live_connections) ||
      registry.gauge(:live_connections, docstring: "open live connections of this process")
  end

  def self.plain(status, text) = [status, { "content-type" => "text/plain" }, [text]]
end
