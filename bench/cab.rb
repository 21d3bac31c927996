# frozen_string_literal: true

require_relative "../config/application"
require_relative "server"
require "net/http"
require "selenium-webdriver"
require "socket"

# Check-ins a second through the API with 4 clients, all durable, beside PostgreSQL's own rate of durable
# inserts in the same run; how long it takes until another dispatcher's screen has one under that load; and
# the phone's first visit on a slow line.
module Bench
  CLIENTS = 4
  TRIPS = 160
  WATCHED = 40
  INSERT_SECONDS = 5
  # Lighthouse's "slow 4G": 1.6 Mbit/s down, 750 kbit/s up, 150 ms.
  SLOW_4G = {
    offline: false,
    latency: 150,
    downloadThroughput: 1_600_000 / 8,
    uploadThroughput: 750_000 / 8
  }.freeze
  VISITS = 5

  class << self
    def run
      trips = fill
      inserts = insert_rate
      puts format("PostgreSQL alone, %d connections: %.0f durable inserts/s", CLIENTS, inserts)
      BenchServer.run do |port, cookie|
        mine, watched = trips.partition.with_index { |_, i| i < TRIPS }
        sent = nil
        sending = Thread.new { sent = check_ins(port, mine) }
        waits = watch(port, cookie, watched)
        sending.join
        puts format(
               "check-ins through the API, %d clients: %.0f/s, %.2f of the bare inserts; 95%% answered " \
                 "within %.0f ms",
               CLIENTS,
               sent[:per_second],
               sent[:per_second] / inserts,
               sent[:p95]
             )
        puts format(
               "from check-in to another dispatcher's screen under that load: %.0f ms in the median, %.0f " \
                 "at 95%%",
               waits[waits.length / 2],
               waits[(waits.length * 0.95).floor]
             )
        visits = Array.new(VISITS) { first_visit(port, watched.last) }
        puts format(
               "first visit on a slow 4G line: usable after %.0f ms in the median, %.0f at the most; %.0f " \
                 "kB before the photo tools",
               visits.map(&:first).sort[VISITS / 2],
               visits.map(&:first).max,
               visits.first.last / 1000.0
             )
      end
    end

    private

    # Trips that are sent, each of a driver of his own: [trip id, token, stop ids].
    def fill
      BenchServer.clear
      now = Time.now.utc
      by = Work::Actor.system
      DB[:company].insert(id: 1, name: "Bench Haulage")
      Work::Company::AddPerson.call(
        {
          name: "Bench",
          email: "bench@juniperfork.example",
          password: "a long password",
          roles: %w[dispatcher]
        },
        by:,
        now:
      )
      terminal_id = Work::Company::AddTerminal.call({ name: "Boise", zip: "83705" }, by:, now:)
      customer_id = Work::Fleet::AddRecord.call(:customers, { name: "Bench customer" }, by:, now:)
      Array.new(TRIPS + WATCHED) { |i| trip(i, customer_id, terminal_id, by, now) }
    end

    def trip(i, customer_id, terminal_id, by, now)
      driver_id =
        Work::Fleet::AddRecord.call(
          :drivers,
          {
            name: "Driver #{i}",
            number: i.to_s,
            phone: "208-555-0150",
            terminal_id:,
            loaded_mile_rate: "0.58",
            empty_mile_rate: "0.50"
          },
          by:,
          now:
        )
      load_id =
        Work::Freight::BookLoad.call(
          {
            customer_id:,
            price: {
              kind: "flat",
              rate: "900"
            },
            freight: [{ what: "Onions", weight_lb: 40_000 }],
            stops: [
              { kind: "pickup", where: "83702", from: now, to: nil },
              { kind: "delivery", where: "97801", from: now + 30_000, to: nil }
            ]
          },
          by:,
          now:
        )
      Work::Freight::CrewLoad.call(
        load_id,
        { driver_ids: [driver_id], tractor_id: nil, trailer_id: nil },
        by:,
        now:
      )
      Work::Freight::SendLoad.call(load_id, {}, by:, now:)
      trip_id = Store::Freight.live_trip(load_id)[:id]
      [
        trip_id,
        Store::Tracking.token(Store::Tracking.link_for(driver_id, now)),
        DB[:trip_stops].where(trip_id:).order(:position).select_map(:stop_id)
      ]
    end

    def steps((_, _, (pickup, delivery)))
      [
        ["accepted"],
        ["pre_trip"],
        ["on_my_way"],
        ["arrived", pickup],
        ["begun", pickup],
        ["loaded", pickup],
        ["left", pickup],
        ["arrived", delivery],
        ["begun", delivery],
        ["delivered", delivery]
      ]
    end

    def post(http, trip, (kind, stop_id))
      body =
        JSON.generate(
          key: "bench #{trip[0]} #{kind} #{stop_id}",
          kind:,
          stop_id:,
          done_at: Time.now.utc.iso8601,
          signer: "R. Dock"
        )
      answer =
        http.post(
          "/api/cab/trips/#{trip[0]}/check-ins",
          body,
          "Content-Type" => "application/json",
          "Authorization" => "Bearer #{trip[1]}"
        )
      raise "#{answer.code} #{answer.body}" unless answer.code == "201"
    end

    # The clients are processes of their own, so that they do not share the server's interpreter.
    def check_ins(port, trips)
      began = clock
      readers =
        trips
          .each_slice((trips.length / CLIENTS.to_f).ceil)
          .map do |share|
            reader, writer = IO.pipe
            fork do
              taken =
                Net::HTTP.start("127.0.0.1", port) do |http|
                  share.flat_map { |trip| steps(trip).map { |step| spent { post(http, trip, step) } } }
                end
              writer.write(JSON.generate(taken))
              writer.close
              exit!(0)
            end
            writer.close
            reader
          end
      taken = readers.flat_map { |reader| JSON.parse(reader.read) }
      { per_second: taken.length / (clock - began), p95: taken.sort[(taken.length * 0.95).floor] * 1000 }
    end

    # From the driver's tap until the other window has heard of it and has read the trip anew, in
    # milliseconds.
    def watch(port, cookie, trips)
      socket = TCPSocket.new("127.0.0.1", port)
      socket.write("GET /api/live HTTP/1.1\r\nHost: 127.0.0.1:#{port}\r\nCookie: #{cookie}\r\n\r\n")
      http, office = Array.new(2) { Net::HTTP.start("127.0.0.1", port) }
      sleep 0.5
      trips
        .map do |trip|
          spent do
            post(http, trip, ["accepted"])
            heard = +""
            heard << socket.readpartial(65_536) until heard.include?("\"kind\":\"trip\",\"id\":#{trip[0]},")
            unless office.get("/api/trips/#{trip[0]}/diary", "Cookie" => cookie).code == "200"
              raise "no diary"
            end
          end * 1000
        end
        .sort
    end

    # A row of the same size in a table without anything else, each committed.
    def insert_rate
      DB.run(
        "DROP TABLE IF EXISTS bench_inserts; CREATE TABLE bench_inserts (id serial PRIMARY KEY, key text " \
          "UNIQUE, kind text, done_at timestamptz, details jsonb)"
      )
      url = Settings.database_url
      readers =
        Array.new(CLIENTS) do |i|
          reader, writer = IO.pipe
          fork do
            connection = PG.connect(url)
            ends = clock + INSERT_SECONDS
            count = 0
            connection.exec_params(
              "INSERT INTO bench_inserts (key, kind, done_at, details) VALUES ($1, 'arrived', now(), " \
                "'{\"bol\": \"B-1\"}')",
              ["bench #{i} #{count += 1}"]
            ) while clock < ends
            writer.write(count.to_s)
            writer.close
            exit!(0)
          end
          writer.close
          reader
        end
      readers.sum { |reader| reader.read.to_i } / INSERT_SECONDS.to_f
    end

    # [milliseconds until the first button can be pressed, bytes over the line], with nothing kept from
    # before.
    def first_visit(port, trip)
      options = Selenium::WebDriver::Chrome::Options.new(binary: "/usr/bin/chromium")
      %w[
        --headless=new
        --no-sandbox
        --disable-gpu
        --disable-background-networking
        --window-size=390,844
      ].each { |argument| options.add_argument(argument) }
      driver =
        Selenium::WebDriver.for(
          :chrome,
          options:,
          service: Selenium::WebDriver::Service.chrome(path: "/usr/bin/chromedriver")
        )
      driver.execute_cdp("Network.enable")
      driver.execute_cdp("Network.emulateNetworkConditions", **SLOW_4G)
      driver.execute_cdp("Page.addScriptToEvaluateOnNewDocument", source: <<~JS)
        const look = () => { if (window.usableAt) return; const button = document.querySelector('button.next'); if (button && !button.disabled) { window.usableAt = performance.now(); window.bytes = performance.getEntries().reduce((sum, one) => sum + (one.transferSize || 0), 0) } else requestAnimationFrame(look) }
        requestAnimationFrame(look)
      JS
      driver.get("http://127.0.0.1:#{port}/cab##{trip[1]}")
      Selenium::WebDriver::Wait.new(timeout: 30).until { driver.execute_script("return window.usableAt") }
      driver.execute_script("return [window.usableAt, window.bytes]")
    ensure
      driver&.quit
    end

    def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

    def spent
      began = clock
      yield
      clock - began
    end
  end
end

Bench.run
