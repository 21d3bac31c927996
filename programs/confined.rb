# frozen_string_literal: true

require "tempfile"
require "tmpdir"

# A program of this machine that reads what strangers sent, in a process of its own with little time and memory: what
# makes it slow, large or wrong hurts nothing else.
class Programs::Confined
  # Seconds of processor and by the clock, and bytes of memory.
  CPU_SECONDS = 10
  SECONDS = 20
  MEMORY_BYTES = 2 * 1024 * 1024 * 1024
  # Of what it may say or write.
  MOST_BYTES = 64 * 1024 * 1024

  ENVIRONMENT = {
    "VIPS_BLOCK_UNTRUSTED" => "1",
    "VIPS_CONCURRENCY" => "1",
    "PATH" => ENV.fetch("PATH")
  }.freeze

  # ok - whether it went well; text - what it said
  Answer = Core::Value.of(:ok, :text)

  # words - the command and its arguments; ok - exit statuses that are well. Returns Answer.
  def self.run(*words, ok: [0])
    limits = %W[
      prlimit
      --cpu=#{CPU_SECONDS}
      --as=#{MEMORY_BYTES}
      --fsize=#{MOST_BYTES}
      --core=0
      timeout
      --kill-after=1
      #{SECONDS}
    ]
    said(limits + words) { |text, status| Answer.new(ok: ok.include?(status.exitstatus), text:) }
  end

  # What it says goes into a file, which may grow no larger than any other of its: a pipe has no end.
  def self.said(command)
    Tempfile.create("crew-ledger-said", binmode: true) do |file|
      options = { :unsetenv_others => true, :in => File::NULL, %i[out err] => file }
      _, status = Process.wait2(Process.spawn(ENVIRONMENT, *command, **options))
      file.rewind
      yield file.read, status
    end
  end
  private_class_method :said

  # A folder for the files of one run, gone afterwards.
  def self.folder(&) = Dir.mktmpdir("crew-ledger-paper", &)
end
