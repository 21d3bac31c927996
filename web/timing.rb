# frozen_string_literal: true

# Tells where the time of a request goes, in a Server-Timing header (W3C): what the gate takes, the database,
# and the writing of JSON. For the bench; CREW_LEDGER_TIMING=1 puts it in.
class Web::Timing
  PARTS = :crew_ledger_timing

  # Counts a block's time as a part of the request's, where somebody wants to know.
  def self.part(name)
    parts = Thread.current[PARTS] or return yield
    began = clock
    begin
      yield
    ensure
      parts[name] += clock - began
    end
  end

  # What the database extension needs, so that all statements are counted.
  module Statements
    def log_connection_yield(*, **) = Web::Timing.part(:queries) { super }
  end

  def self.clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def initialize(app)
    @app = app
    DB.singleton_class.prepend(Statements)
  end

  def call(env)
    began = self.class.clock
    parts = Thread.current[PARTS] = Hash.new(0)
    status, headers, body = @app.call(env)
    parts[:all] = self.class.clock - began
    told = parts.map { |name, seconds| format("%s;dur=%.2f", name, seconds * 1000) }
    [status, headers.merge("server-timing" => told.join(", ")), body]
  ensure
    Thread.current[PARTS] = nil
  end
end
