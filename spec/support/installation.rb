# frozen_string_literal: true

require "net/http"
require "socket"
require "tmpdir"

# A whole installation beside the examples: web server, worker, text gateway and permit offices as processes
# of their own, on the test database.
class Installation
  ROOT = File.expand_path("../..", __dir__)
  # Of a machine that is busy elsewhere.
  START_SECONDS = 120

  attr_reader :port, :texts_port, :offices_port, :metrics_port

  # One for all examples; where it does not start, the first says why and the others that it did not.
  def self.current
    raise "The installation did not start: the first example says why." if @failed

    @current ||= new.tap { |installation| at_exit { installation.stop } }
  rescue StandardError
    @failed = true
    raise
  end

  # As the application runs: under a role that may not change what is only added to.
  def self.app_url
    password = File.join(ROOT, "var/secrets/app_password")
    unless File.exist?(password) && URI(Settings.database_url).user == "crew_ledger"
      return Settings.database_url
    end

    URI(Settings.database_url)
      .tap { |url| url.userinfo = "crew_ledger_app:#{File.read(password).strip}" }
      .to_s
  end

  def initialize
    @port, @texts_port, @offices_port, @metrics_port = Array.new(4) { free_port }
    @processes = {}
    start(
      :texts,
      "puma",
      "-q",
      "-e",
      "production",
      "-t",
      "1:2",
      "-b",
      "tcp://127.0.0.1:#{texts_port}",
      "stand_ins/texts/config.ru"
    )
    start(
      :offices,
      "puma",
      "-q",
      "-e",
      "production",
      "-t",
      "1:2",
      "-b",
      "tcp://127.0.0.1:#{offices_port}",
      "stand_ins/offices/config.ru"
    )
    start(:web, "puma", "-q", "-C", "config/puma.rb")
    start(:worker, "bin/worker", "--poll-interval", "0.5")
    addresses.each { |name, address| wait_for(name, address) }
    @up = true
  rescue StandardError
    stop
    raise
  end

  def url(path = "") = "http://127.0.0.1:#{port}#{path}"
  # What a phone writes back.
  def reply(from, body) = Net::HTTP.post_form(URI(texts_url("/reply")), from:, body:)
  def offices_file = @offices_file ||= File.join(Dir.mktmpdir, "offices.jsonl")
  def texts_url(path = "") = "http://127.0.0.1:#{texts_port}#{path}"
  def offices_url = "http://127.0.0.1:#{offices_port}"
  def texts = JSON.parse(Net::HTTP.get(URI(texts_url("/v1/messages"))))

  # Starts a process; where all of them were up before, returns once it answers again.
  def start(name, *command)
    @commands ||= {}
    @commands[name] ||= command
    @processes[name] = spawn(
      environment,
      "bundle",
      "exec",
      *@commands[name],
      :chdir => ROOT,
      %i[out err] => [log, "a"]
    )
    wait_for(name, addresses[name]) if @up && addresses[name]
  end

  # Ends a process without a chance to tidy up, or asks it to stop.
  def kill(name, signal = "KILL")
    Process.kill(signal, @processes[name])
    Process.wait(@processes.delete(name))
  end

  def stop = @processes.keys.each { |name| kill(name, "TERM") } # rubocop:disable Style/HashEachMethods -- each kill takes its own key out
  def log = File.join(ROOT, "var/log/installation.log")

  # Lines of the log that tell of our own faults; that no mail service is there is none.
  def wrong = File.foreach(log, chomp: true).grep(/"level":"error"|"status":5\d\d/).grep_v(/Unreachable/)

  private

  def addresses = { web: url("/healthz"), texts: texts_url("/"), offices: offices_url }

  def environment
    {
      "CREW_LEDGER_ENV" => "test",
      "PORT" => port.to_s,
      "METRICS_PORT" => metrics_port.to_s,
      "PUBLIC_URL" => url,
      "TEXT_GATEWAY_URL" => texts_url,
      "DATABASE_URL" => self.class.app_url,
      "TEXT_CALLBACK_URL" => url("/api/hooks/texts"),
      "TEXTS_FILE" => (@texts_file ||= File.join(Dir.mktmpdir, "texts.jsonl")),
      "OFFICE_URL" => offices_url,
      "OFFICES_FILE" => offices_file,
      "OFFICES_OUTAGES" => "never",
      "OFFICES_HOURS" => "always"
    }
  end

  def free_port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }

  # Until a process answers; at once no longer when it has ended.
  def wait_for(name, address)
    deadline = now + START_SECONDS
    begin
      Net::HTTP.get(URI(address))
    rescue SystemCallError
      ended = Process.wait(@processes.fetch(name), Process::WNOHANG)
      if ended || now > deadline
        @processes.delete(name) if ended
        raise "#{name} did not start: #{File.readlines(log).last(24).join}"
      end

      sleep 0.1
      retry
    end
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
