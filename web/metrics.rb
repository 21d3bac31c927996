# frozen_string_literal: true

require "prometheus/client/formats/text"
require "prometheus/client/data_stores/direct_file_store"
require "prometheus/middleware/collector"
require "tmpdir"

# Figures for Prometheus, on a port of their own that listens on this machine alone. A request is told by the route that
# it took: nothing that somebody wrote into an address is a label.
class Web::Metrics < Prometheus::Middleware::Collector
  # What took no route of the contract.
  OTHERS = { "/api/auth/" => "/api/auth", "/api/" => "/api/unknown", "/assets/" => "/assets" }.freeze

  class << self
    # Processes of one server add their figures up through files; each start begins anew.
    def share
      Prometheus::Client.config.data_store =
        Prometheus::Client::DataStores::DirectFileStore.new(dir: Dir.mktmpdir("crew-ledger-metrics"))
    end

    def call(env)
      return Web::Stack.plain(404, "there is nothing at this address") unless own_port?(env)

      live_connections.set(Web::Live.current.count)
      [
        200,
        { "content-type" => "text/plain; version=0.0.4" },
        [Prometheus::Client::Formats::Text.marshal(Prometheus::Client.registry)]
      ]
    end

    private

    # By the socket that was connected to: a header may say anything.
    def own_port?(env)
      socket = env["puma.socket"] or return false
      socket.local_address.ip_port == Settings.metrics_port
    end

    def live_connections
      registry = Prometheus::Client.registry
      registry.get(:live_connections) ||
        registry.gauge(:live_connections, docstring: "open live connections of this process")
    end
  end

  protected

  def generate_path(env)
    env[Web::Gate::ROUTE] || OTHERS.find { |start, _| env["PATH_INFO"].start_with?(start) }&.last || "/page"
  end
end
