# frozen_string_literal: true

require "erb"
require "rack"

# Simulated outside services: each a small process of its own.
module StandIns
end

# A customer's program that is told of loads (docs/hooks.md): POST takes a message, GET shows those that came, newest
# first. POST to an address that ends in /away is answered as by a program that is down.
class StandIns::Receiver
  MOST = 100

  def initialize
    @told = []
    @lock = Mutex.new
  end

  def call(env)
    return page unless env["REQUEST_METHOD"] == "POST"
    return 503, {}, [] if env["PATH_INFO"].end_with?("/away")

    take(env["HTTP_WEBHOOK_ID"], env["HTTP_WEBHOOK_TIMESTAMP"], env["rack.input"].read)
    [204, {}, []]
  end

  private

  # One whose id was seen is the same.
  def take(id, at, body)
    @lock.synchronize do
      next if @told.any? { |seen, _, _| seen == id }

      @told.unshift([id, at, body])
      @told = @told.first(MOST)
    end
  end

  def page
    rows =
      @lock
        .synchronize { @told.dup }
        .map { |told| "<li><pre>#{ERB::Util.html_escape(told.join("\n"))}</pre></li>" }
    body =
      "<!doctype html><html lang=en><meta charset=utf-8><title>Told (stand-in)</title>" \
        "<h1>A customer's program: a stand-in</h1><p>#{rows.length} messages.</p><ol>#{rows.join}</ol></html>"
    [200, { "content-type" => "text/html; charset=utf-8" }, [body]]
  end
end
