# frozen_string_literal: true

require "json"
require "net/http"

# Clients of a bench's server, each a process of its own, so that they do not share the server's interpreter.
module BenchClients
  CLIENTS = 4
  SECONDS = 8

  # asked - Array of [path, cookie or nil], gone through again and again, each client from another one on.
  # Returns { per_second:, p95: in milliseconds }.
  def self.measure(port, asked)
    readers =
      Array.new(CLIENTS) do |i|
        reader, writer = IO.pipe
        fork do
          writer.write(JSON.generate(client(port, asked.rotate(i * asked.length / CLIENTS)))) && exit!(0)
        end
        writer.close
        reader
      end
    milliseconds = readers.flat_map { |reader| JSON.parse(reader.read) }
    {
      per_second: milliseconds.length / SECONDS.to_f,
      p95: milliseconds.sort[(milliseconds.length * 0.95).floor]
    }
  end

  def self.client(port, asked)
    taken = []
    Net::HTTP.start("127.0.0.1", port) do |http|
      ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + SECONDS
      asked.cycle do |path, cookie|
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        break if began >= ends

        answer = http.get(path, cookie ? { "Cookie" => cookie } : {})
        raise "#{path}: #{answer.code}" unless answer.code == "200"

        taken << ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000)
      end
    end
    taken
  end

  def self.report(name, figures)
    puts format("%-40s %7.1f requests/s   95%% within %6.1f ms", name, figures[:per_second], figures[:p95])
    figures
  end
end
