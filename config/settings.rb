# frozen_string_literal: true

require "fileutils"
require "securerandom"

# What differs from one installation to another: read from the environment once, with the defaults of one
# machine.
module Settings
  ROOT = File.expand_path("..", __dir__)

  def self.database_url =
    ENV.fetch("DATABASE_URL") { IO.popen([File.join(ROOT, "bin/db"), "url", database_name], &:read).strip }
  def self.database_name = environment == "test" ? "crew_ledger_test" : "crew_ledger"
  # LISTEN holds its session, so it must pass by a pooler that lends connections by transaction.
  def self.listen_database_url = ENV.fetch("LISTEN_DATABASE_URL") { database_url }
  def self.environment = ENV.fetch("CREW_LEDGER_ENV", "production")
  def self.port = Integer(ENV.fetch("PORT", "4600"))
  # Where figures are served, on loopback; nil for nowhere.
  def self.metrics_port = ENV.fetch("METRICS_PORT", nil) && Integer(ENV.fetch("METRICS_PORT"))
  def self.public_url = ENV.fetch("PUBLIC_URL") { "http://127.0.0.1:#{port}" }
  def self.text_gateway_url = ENV.fetch("TEXT_GATEWAY_URL", "http://127.0.0.1:4610")
  def self.office_url = ENV.fetch("OFFICE_URL", "http://127.0.0.1:4640")
  def self.mail_url = ENV.fetch("MAIL_URL", "http://127.0.0.1:4630")
  def self.device_service_url = ENV.fetch("DEVICE_SERVICE_URL", "http://127.0.0.1:4620")
  # Where freight is posted; nil for nowhere.
  def self.posting_service_url = ENV.fetch("POSTING_SERVICE_URL", nil)
  # The register of carriers' authority and insurance; nil for nowhere.
  def self.register_url = ENV.fetch("REGISTER_URL", nil)
  # Customers' programs on this machine, as the stand-ins' is, may be told; elsewhere only those of the web at large.
  def self.hooks_inside? = ENV["HOOKS_INSIDE"] == "1"
  # Addresses of our own proxies, whose word on who asks is believed; nobody else's is.
  def self.trusted_proxies = ENV.fetch("TRUSTED_PROXIES", "").split(/[,\s]+/)
  def self.web_processes = Integer(ENV.fetch("WEB_CONCURRENCY", "0"))
  def self.web_threads = Integer(ENV.fetch("WEB_THREADS", "5"))
  def self.tell_timing? = ENV["CREW_LEDGER_TIMING"] == "1"
  # Cookies travel only over TLS wherever the public address does.
  def self.secure_cookies? = public_url.start_with?("https:")

  # A secret that is made on first use and kept out of the repository; several machines share one by
  # CREW_LEDGER_SECRET.
  def self.secret
    @secret ||= ENV.fetch("CREW_LEDGER_SECRET") { kept_secret(File.join(ROOT, "var/secrets/application")) }
  end

  # What the text gateway signs its calls with.
  def self.text_gateway_secret
    @text_gateway_secret ||=
      ENV.fetch("TEXT_GATEWAY_SECRET") { kept_secret(File.join(ROOT, "var/secrets/text_gateway")) }
  end

  # All people of the demo sign in with it.
  def self.demo_password = kept_secret(File.join(ROOT, "var/secrets/demo_password"), 8)
  def self.bind = ENV.fetch("BIND", "127.0.0.1")
  def self.beyond_loopback? = !%w[127.0.0.1 ::1 localhost].include?(bind)

  # Whether administrators and settlement clerks have to have a second factor: `required`, or `offered` only. Nothing
  # said, it is required but in the demo.
  def self.second_factor = ENV.fetch("SECOND_FACTOR", nil)

  # What columns are sealed with, newest first, as 64 hexadecimal digits each: several machines share them by
  # CREW_LEDGER_COLUMN_KEYS.
  def self.column_keys = ENV.fetch("CREW_LEDGER_COLUMN_KEYS") { kept_secret(COLUMN_KEYS, 32) }.split
  COLUMN_KEYS = File.join(ROOT, "var/secrets/columns")

  # A new key before the others, which go on opening what they have sealed. Keys that the environment gives are
  # turned there.
  def self.turn_column_keys(path = COLUMN_KEYS)
    if ENV["CREW_LEDGER_COLUMN_KEYS"]
      raise "The keys come by CREW_LEDGER_COLUMN_KEYS: put the new one first there."
    end

    kept_secret(path, 32)
    text = [SecureRandom.hex(32), *File.read(path).split].join("\n")
    File.write("#{path}.new", text, perm: 0o600)
    File.rename("#{path}.new", path)
  end

  # Where the head of the trail's chain is written each night, if anywhere: a file on another machine.
  def self.audit_head_file = ENV.fetch("AUDIT_HEAD_FILE", nil)

  def self.kept_secret(path, bytes = 48)
    FileUtils.mkdir_p(File.dirname(path), mode: 0o700)
    File.open(path, File::WRONLY | File::CREAT | File::EXCL, 0o600) do |file|
      file.write(SecureRandom.hex(bytes))
    end
    File.read(path)
  rescue Errno::EEXIST
    File.read(path)
  end
  private_class_method :kept_secret
end
