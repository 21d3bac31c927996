# frozen_string_literal: true

# Pages of stand-ins write what a driver or an office says: only from the page itself, or from a program, which names no
# origin. Another site that is open in the same browser is refused, and cannot put the page into a frame.
class StandIns::OwnSite
  def initialize(app)
    @app = app
  end

  def call(env)
    return refuse if foreign?(env)

    status, headers, body = @app.call(env)
    [status, { "x-frame-options" => "DENY", **headers }, body]
  end

  private

  def foreign?(env)
    return false if %w[GET HEAD].include?(env["REQUEST_METHOD"])

    origin = env["HTTP_ORIGIN"]
    %w[cross-site same-site].include?(env["HTTP_SEC_FETCH_SITE"]) ||
      (!origin.nil? && origin != "http://#{env["HTTP_HOST"]}")
  end

  def refuse = [403, { "content-type" => "text/plain" }, ["That was written by another site."]]
end
