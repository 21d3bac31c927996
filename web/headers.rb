# frozen_string_literal: true

# What every answer says about how it may be used, and the refusal of writes that another site caused.
class Web::Headers
  POLICY =
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; " \
      "font-src 'self'; " \
      "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
  ALWAYS = {
    "content-security-policy" => POLICY,
    "x-content-type-options" => "nosniff",
    "referrer-policy" => "no-referrer",
    "x-frame-options" => "DENY",
    "permissions-policy" => "camera=(self), geolocation=(self), microphone=()"
  }.freeze
  SAFE = %w[GET HEAD OPTIONS].freeze

  def initialize(app)
    @app = app
  end

  def call(env)
    status, headers, body = foreign?(env) ? refuse : @app.call(env)
    headers["cache-control"] ||= "no-store" if env["PATH_INFO"].start_with?("/api/")
    [status, ALWAYS.merge(headers), body]
  end

  private

  # A browser names the origin of every write. A caller that names none is no browser and carries no cookie by
  # accident.
  def foreign?(env)
    return false if SAFE.include?(env["REQUEST_METHOD"])

    origin = env["HTTP_ORIGIN"]
    env["HTTP_SEC_FETCH_SITE"] == "cross-site" ||
      (origin && origin != "null" && URI(origin).then { |uri| "#{uri.host}:#{uri.port}" } != own(env)) ||
      origin == "null"
  rescue URI::InvalidURIError
    true
  end

  def own(env)
    request = Rack::Request.new(env)
    "#{request.host}:#{request.port}"
  end

  def refuse
    [
      403,
      { "content-type" => "application/json" },
      [
        JSON.generate(
          error: {
            code: "foreign_origin",
            message: "This write came from another site.",
            path: ""
          }
        )
      ]
    ]
  end
end
