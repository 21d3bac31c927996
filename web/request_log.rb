# frozen_string_literal: true

require "securerandom"

# One structured line a request, with an id that the client's error message shows too.
class Web::RequestLog
  ID = "crew_ledger.request_id"

  def initialize(app, log: $stdout)
    @app = app
    @log = log
  end

  def call(env)
    id = env[ID] = SecureRandom.alphanumeric(10)
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    status, headers, body = @app.call(env)
    headers["x-request-id"] = id
    write(env, id, status, began)
    [status, headers, body]
  end

  private

  # Where a token is a part of the address, it is left out.
  def path(env)
    route = env[Web::Gate::ROUTE]
    return route if route&.include?("{token}")

    env["PATH_INFO"].sub(%r{\A/api/asks/[^/]+}, "/api/asks/{token}")
  end

  # The cab's token travels in a header and in the fragment of its address, never in what is logged here.
  def write(env, id, status, began)
    milliseconds = ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round(1)
    @log.puts JSON.generate(
                at: Time.now.utc.iso8601(3),
                id:,
                method: env["REQUEST_METHOD"],
                path: path(env),
                status:,
                ms: milliseconds,
                who: env[Web::Gate::ACTOR]&.ref,
                from: env["REMOTE_ADDR"]
              )
  end
end
