# frozen_string_literal: true

# All stand-ins in one process, told apart by the port that is asked. Each is loaded when it is first asked.
class StandInsByPort
  FOLDERS = {
    "TEXTS_PORT" => "texts",
    "DEVICES_PORT" => "devices",
    "MAIL_PORT" => "mail",
    "OFFICES_PORT" => "offices",
    "POSTINGS_PORT" => "postings",
    "REGISTER_PORT" => "register"
  }.freeze

  def initialize
    @folders = FOLDERS.to_h { |name, folder| [Integer(ENV.fetch(name)), folder] }
    @apps = {}
    @loading = Mutex.new
  end

  def call(env)
    port = env.fetch("puma.socket").local_address.ip_port
    app(port).call(env)
  end

  private

  def app(port) =
    @apps[port] ||
      @loading.synchronize do
        @apps[port] ||= Rack::Builder.parse_file(
          File.expand_path("#{@folders.fetch(port)}/config.ru", __dir__)
        )
      end
end

run StandInsByPort.new
