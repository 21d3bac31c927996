# frozen_string_literal: true

# Serves the built client: its files, compressed where the browser takes that, and its one page at every other
# address.
class Web::Client
  FOLDER = File.expand_path("../client/dist", __dir__)
  PASSED_ON = %r{\A/(api/|healthz|metrics)}
  # What drivers open has a page of its own, without the weight of the office's.
  PHONE = %w[/cab /ask].freeze
  # Built files carry a digest in their name and never change.
  FOREVER = "public, max-age=31536000, immutable"

  def initialize(app, folder: FOLDER)
    @app = app
    @files = Rack::Static.new(->(_) { [404, {}, []] }, root: folder, urls: [""], gzip: true)
    @folder = folder
  end

  def call(env)
    path = env["PATH_INFO"]
    return @app.call(env) if path.match?(PASSED_ON) || !%w[GET HEAD].include?(env["REQUEST_METHOD"])

    file = path.start_with?("/assets/") || File.extname(path) != ""
    page = PHONE.include?(path) ? "/cab.html" : "/index.html"
    status, headers, body = @files.call(file ? env : env.merge("PATH_INFO" => page))
    [status, headers.merge("cache-control" => path.start_with?("/assets/") ? FOREVER : "no-cache"), body]
  end
end
