# frozen_string_literal: true

require "set"

# Live changes to the browsers: one thread a process listens to the database and writes to all open
# connections. None of them holds a server thread, and nothing but the sockets lives here.
class Web::Live
  BEAT_SECONDS = 15
  LOOK_SECONDS = 60
  Watcher = Core::Value.of(:account_id, :lives)
  HEADERS = {
    "content-type" => "text/event-stream",
    "cache-control" => "no-store",
    "x-accel-buffering" => "no"
  }.freeze

  def self.current = @current ||= new

  def initialize
    @sockets = {}
    @lock = Mutex.new
  end

  # The Rack answer that hands the socket over once its headers are out.
  #
  # lives - says whether the session is there still: the connection ends with it
  def answer(account_id, lives:)
    [200, { **HEADERS, "rack.hijack" => ->(socket) { add(socket, Watcher.new(account_id:, lives:)) } }, []]
  end

  def count = @lock.synchronize { @sockets.length }

  private

  def add(socket, watcher)
    @lock.synchronize do
      @sockets[socket] = watcher
      @listener = Thread.new { listen } unless @listener&.alive?
    end
    write(socket, "retry: 1000\nevent: hello\ndata: {}\n\n")
  end

  # Whatever was told while the database was away is lost, so the browsers are told to read anew.
  def listen
    connection = PG.connect(Settings.listen_database_url)
    connection.exec("LISTEN #{Work::Act::CHANNEL}")
    tell("event: again\ndata: {}\n\n") if @away
    @away = false
    loop do
      payload = nil
      heard = connection.wait_for_notify(BEAT_SECONDS) { |_, _, text| payload = text }
      heard ? change(payload) : tell(": beat\n\n")
      hang_up_ended
    end
  rescue PG::Error
    @away = true
    sleep 1
    retry
  ensure
    connection&.close unless connection&.finished?
  end

  def change(payload)
    tell("event: change\ndata: #{payload}\n\n")
    told = JSON.parse(payload)
    hang_up(told["id"]) if told["kind"] == "person"
  end

  # A person whose account or sessions changed connects anew, where they still may.
  def hang_up(account_id)
    @lock
      .synchronize { @sockets.select { |_, watcher| watcher.account_id == account_id }.keys }
      .each { |socket| drop(socket) }
  end

  # Once a minute: whose session is over by its time.
  def hang_up_ended
    return if @looked && now - @looked < LOOK_SECONDS

    @looked = now
    @lock.synchronize { @sockets.to_a }.each { |socket, watcher| drop(socket) unless watcher.lives.call }
  rescue *Web::Errors::UNREACHABLE
    nil # looked at again in a minute
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def tell(text) = @lock.synchronize { @sockets.keys }.each { |socket| write(socket, text) }

  # A browser that does not keep up is let go: it connects again and reads anew.
  def write(socket, text)
    socket.write_nonblock(text)
  rescue IO::WaitWritable, SystemCallError, IOError
    drop(socket)
  end

  def drop(socket)
    @lock.synchronize { @sockets.delete(socket) }
    socket.close
  rescue IOError, SystemCallError
    nil # closed already
  end
end
