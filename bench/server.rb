# frozen_string_literal: true

require "json"
require "net/http"
require "socket"

# A web server of its own for a bench, on a free port, with somebody signed in.
module BenchServer
  # Empties the bench's own database.
  def self.clear
    tables = DB.tables - %i[zips schema_info que_jobs que_lockers que_values]
    DB.run(<<~SQL)
      SET session_replication_role = replica;
      TRUNCATE #{tables.map { |table| DB.literal(table) }.join(", ")} RESTART IDENTITY CASCADE;
      SET session_replication_role = origin;
      TRUNCATE que_jobs
    SQL
  end

  PASSWORD = "a long password"

  # The session's cookie.
  def self.sign_in(port, email)
    answer =
      Net::HTTP.post(
        URI("http://127.0.0.1:#{port}/api/auth/sign-in"),
        JSON.generate(email:, password: PASSWORD),
        "Content-Type" => "application/json",
        "Accept" => "application/json"
      )
    answer.get_fields("set-cookie").map { |text| text[/\A[^;]+/] }.join("; ")
  end

  # Yields its port and the cookie of somebody who is signed in, nil where nobody is named.
  def self.run(email: "bench@juniperfork.example")
    port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    pid =
      spawn(
        {
          "PORT" => port.to_s,
          "WEB_CONCURRENCY" => "2",
          "CREW_LEDGER_TIMING" => "1",
          "RUBYOPT" => [
            ENV.fetch("RUBYOPT", nil),
            ("--yjit" if defined?(RubyVM::YJIT) && RubyVM::YJIT.enabled?)
          ].compact.join(" ")
        },
        "bundle",
        "exec",
        "puma",
        "-q",
        "-C",
        "config/puma.rb",
        chdir: Settings::ROOT,
        out: File::NULL
      )
    until begin
            TCPSocket.new("127.0.0.1", port).close || true
          rescue SystemCallError
            false
          end
      sleep 0.2
    end
    yield port, email && sign_in(port, email)
  ensure
    Process.kill("TERM", pid) && Process.wait(pid)
  end
end
