# frozen_string_literal: true

# Turns what went wrong into one form of answer, with the request's id; our own mistakes are logged whole and
# said plainly.
class Web::Errors
  UNREACHABLE = [Sequel::DatabaseConnectionError, Sequel::DatabaseDisconnectError, Sequel::PoolTimeout].freeze
  RETRY_SECONDS = "2"

  def initialize(app, log: $stderr)
    @app = app
    @log = log
  end

  def call(env)
    @app.call(env)
  rescue Refused => e
    answer(env, 422, e.to_h)
  rescue Web::Denied => e
    answer(env, e.status, { code: e.code, message: e.message, path: "" })
  rescue Store::NotFound => e
    answer(env, 404, { code: "not_found", message: e.message, path: "" })
  rescue Work::Stale => e
    answer(env, 409, { code: "stale", message: e.message, path: "", **e.details })
  rescue *UNREACHABLE => e
    # The idle connections of the pool broke with this one: without them the next request does not find out
    # one by one.
    DB.disconnect
    report(env, e)
    answer(
      env,
      503,
      {
        code: "database_away",
        message: "The database is out of reach for the moment. Nothing is lost: this is tried again.",
        path: ""
      },
      "retry-after" => RETRY_SECONDS
    )
  rescue StandardError => e
    report(env, e)
    answer(
      env,
      500,
      {
        code: "our_mistake",
        message:
          "Something went wrong on our side, and nothing was saved. Quote #{env[Web::RequestLog::ID]} to " \
            "whoever runs this.",
        path: ""
      }
    )
  end

  private

  def answer(env, status, error, headers = {})
    body = JSON.generate(error: { **error, request_id: env[Web::RequestLog::ID] })
    [status, { "content-type" => "application/json", "cache-control" => "no-store", **headers }, [body]]
  end

  def report(env, error)
    @log.puts JSON.generate(
                level: "error",
                id: env[Web::RequestLog::ID],
                error: error.class.name,
                message: error.message,
                at: error.backtrace&.first(12)
              )
  end
end
