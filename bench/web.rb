# frozen_string_literal: true

require_relative "../config/application"
require_relative "clients"
require_relative "loads"
require_relative "server"
require "net/http"
require "socket"

# Requests a second and 95th percentile of the load list and of one load's page with 20,000 loads in the
# database, beside the same server answering a constant, and again with 200 live connections open. One run, so
# that what we add is a ratio.
module Bench
  LOADS = 20_000
  LIVE = 200

  def self.run
    fill
    BenchServer.run do |port, cookie|
      rows = [
        ["constant (/api/me, signed out)", "/api/me", nil],
        ["load list, first page", "/api/loads", cookie],
        ["load list, found by words", "/api/loads?status=all&q=onions+pay", cookie],
        ["load list, page 300 of all", "/api/loads?status=all&page=300", cookie],
        ["one load's page", "/api/loads/#{DB[:loads].max(:id) - 7}", cookie]
      ]
      puts "#{LOADS} loads, #{BenchClients::CLIENTS} clients, #{BenchClients::SECONDS} s each"
      base =
        rows
          .map { |name, path, with| BenchClients.report(name, BenchClients.measure(port, [[path, with]])) }
          .first
      rows.drop(1).each { |name, path, with| tell_parts(name, port, path, with) }
      sockets = Array.new(LIVE) { live(port, cookie) }
      sleep 1
      loaded = BenchClients.measure(port, [["/api/me", nil]])
      BenchClients.report("constant, #{LIVE} live connections open", loaded)
      puts format(
             "ratio of the constant with and without live connections: %.2f",
             loaded[:per_second] / base[:per_second]
           )
      sockets.each(&:close)
    end
  end

  PARTS_OF = 40

  # Of one client alone: the medians of the parts of a request's time, as the server tells them.
  def self.tell_parts(name, port, path, cookie)
    told =
      Net::HTTP.start("127.0.0.1", port) do |http|
        Array.new(PARTS_OF) do
          http.get(path, { "Cookie" => cookie })["server-timing"].scan(/(\w+);dur=([\d.]+)/).to_h
        end
      end
    median = ->(part) { told.map { |one| one[part].to_f }.sort[PARTS_OF / 2] }
    parts = %w[all gate queries json].map { |part| format("%s %.1f ms", part, median.call(part)) }
    puts format("%-40s %s", name, parts.join(", "))
  end

  def self.fill
    return if DB[:loads].count >= LOADS && !DB[:accounts].where(email: "bench@juniperfork.example").empty?

    BenchServer.clear # another bench may have been here
    DB[:company].insert_conflict.insert(id: 1, name: "Bench Haulage")
    by = Work::Actor.system
    Work::Company::AddPerson.call(
      {
        name: "Bench",
        email: "bench@juniperfork.example",
        password: "a long password",
        roles: %w[dispatcher]
      },
      by:,
      now: Time.now.utc
    )
    customers =
      Array.new(40) do |i|
        Work::Fleet::AddRecord.call(:customers, { name: "Customer #{i}" }, by:, now: Time.now.utc)
      end
    BenchLoads.book(LOADS, customers, from: Time.now.utc, by:)
    DB[:loads].where { id > 400 }.update(status: "papers_in")
    DB.run("ANALYZE")
  end

  def self.live(port, cookie) =
    TCPSocket
      .new("127.0.0.1", port)
      .tap do |socket|
        socket.write("GET /api/live HTTP/1.1\r\nHost: 127.0.0.1:#{port}\r\nCookie: #{cookie}\r\n\r\n")
      end
end

Bench.run
