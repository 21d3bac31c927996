# frozen_string_literal: true

require "app_helper"
require "open3"

# What happens when a part goes away: nothing is lost, nothing is done twice.
RSpec.describe "An installation in trouble", :committed do
  let(:installation) { Installation.current }

  def within(seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    until (result = yield)
      raise "not within #{seconds} s" if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

      sleep 0.1
    end
    result
  end

  def get(path, headers = {}) = Net::HTTP.get_response(URI(installation.url(path)), headers)

  # The same content each time, as a phone repeats it.
  def check_in_over_http(trip_id, token, key)
    @done_at ||= Time.now.utc.iso8601
    Net::HTTP.post(
      URI(installation.url("/api/cab/trips/#{trip_id}/check-ins")),
      JSON.generate(key:, kind: "accepted", done_at: @done_at),
      "Content-Type" => "application/json",
      "Authorization" => "Bearer #{token}"
    )
  end

  it "sends each text once, though the worker is killed in mid-job and started again" do
    installation.kill(:texts) # the job now hangs on a gateway that is away, and is killed there
    sent
    sleep 1
    installation.kill(:worker)
    installation.start(:texts)
    installation.start(:worker)
    within(30) { DB[:texts].exclude(sent_at: nil).count == 1 }
    text = DB[:texts].first
    mine =
      within(10) do
        installation.texts.select do |one|
          one["key"].start_with?("text-#{text[:id]}-") && one["key"].end_with?(text[:written_at].to_i.to_s)
        end
      end
    expect([mine.length, DB[:texts].get(:receipt)]).to eq([1, mine.first["receipt"]])
  end

  it "loses and doubles no check-in, though the server is killed before, while and after it is sent" do
    _, trip_id = sent
    token = Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))
    pickup, delivery = Store::Freight.trip_stops(trip_id).select_map(Sequel[:trip_stops][:stop_id])
    began = Time.now.utc - 3600
    steps = [
      ["accepted"],
      ["on_my_way"],
      ["arrived", pickup],
      ["begun", pickup],
      ["loaded", pickup],
      ["left", pickup],
      ["arrived", delivery],
      ["delivered", delivery]
    ]
    steps.each_with_index do |(kind, stop_id), i|
      body =
        JSON.generate(
          key: "step #{i} of the way",
          kind:,
          stop_id:,
          done_at: (began + (i * 300)).iso8601,
          signer: "R. Dock"
        )
      send_it = -> do
        Net::HTTP.post(
          URI(installation.url("/api/cab/trips/#{trip_id}/check-ins")),
          body,
          "Content-Type" => "application/json",
          "Authorization" => "Bearer #{token}"
        ).code
      end
      sending =
        Thread.new do
          send_it.call
        rescue StandardError
          nil
        end
      sleep 0.004 * i
      installation.kill(:web)
      sending.join
      installation.start(:web)
      within(30) do
        (
          begin
            send_it.call
          rescue StandardError
            nil
          end
        ) == "201"
      end
    end
    expect(DB[:check_ins].where(trip_id:).order(:id).select_map(:kind)).to eq(steps.map(&:first))
    expect(DB[:trips].where(id: trip_id).get(:status)).to eq("delivered")
    # What it earns follows in the worker, once.
    within(30) { DB[:que_jobs].where(job_class: "Jobs::FollowTrip", finished_at: nil).empty? }
    expect(DB[:trip_earnings].where(trip_id:).count).to eq(1)
  end

  it "answers with a clear message while the database is away, comes back by itself, and loses no check-in" do
    _, trip_id = sent
    token = Store::Tracking.token(Store::Tracking.link_for(driver_id, Time.now.utc))
    expect(get("/healthz").code).to eq("200")
    name = DB.get(Sequel.function(:current_database))
    away = Sequel.connect(Settings.database_url.sub(%r{/[^/]+\z}, "/postgres"))
    away.run("ALTER DATABASE #{name} ALLOW_CONNECTIONS false")
    away.run(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '#{name}' AND pid <> " \
        "pg_backend_pid()"
    )
    answer = check_in_over_http(trip_id, token, "while away")
    expect([answer.code, JSON.parse(answer.body).dig("error", "code"), get("/healthz").code]).to eq(
      %w[503 database_away 503]
    )
    away.run("ALTER DATABASE #{name} ALLOW_CONNECTIONS true")
    DB.disconnect # ours was ended too
    answer =
      within(10) do
        check_in_over_http(trip_id, token, "while away").then { |again| again if again.code == "201" }
      end
    expect(JSON.parse(answer.body)["status"]).to eq("accepted")
    expect(check_in_over_http(trip_id, token, "while away").code).to eq("201")
    expect(DB[:check_ins].where(kind: "accepted").count).to eq(1)
  ensure
    away&.run("ALTER DATABASE #{name} ALLOW_CONNECTIONS true")
    away&.disconnect
  end

  it "tells every open connection of a change within a second, and answers others while 200 are open" do
    maren
    answer =
      Net::HTTP.post(
        URI(installation.url("/api/auth/sign-in")),
        JSON.generate(email: "maren.holt@juniperfork.example", password: Given::PASSWORD),
        "Content-Type" => "application/json"
      )
    cookie = answer.get_fields("set-cookie").map { |text| text[/\A[^;]+/] }.join("; ")
    company
    sockets =
      Array.new(200) do
        TCPSocket
          .new("127.0.0.1", installation.port)
          .tap do |socket|
            socket.write(
              "GET /api/live HTTP/1.1\r\nHost: 127.0.0.1:#{installation.port}\r\nCookie: #{cookie}\r\n\r\n"
            )
          end
      end
    within(20) do
      Net::HTTP.get(URI("http://127.0.0.1:#{installation.metrics_port}/metrics"))[
        /live_connections (\d+)/,
        1
      ].to_i >= 200
    end
    expect(get("/api/loads", "Cookie" => cookie).code).to eq("200")
    load_id = book
    heard =
      sockets.map do |socket|
        text = +""
        within(5) do
          text << socket
            .read_nonblock(65_536, exception: false)
            .then { |part| part.is_a?(String) ? part : "" } and text.include?("\"id\":#{load_id}")
        end
      end
    expect(heard).to all(be(true))
  ensure
    sockets&.each(&:close)
  end
end
