# frozen_string_literal: true

require "open3"
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
    text, status =
      Open3.capture2e(
        { "VIPS_BLOCK_UNTRUSTED" => "1", "VIPS_CONCURRENCY" => "1", "PATH" => ENV.fetch("PATH") },
        *limits,
        *words,
        unsetenv_others: true
      )
    Answer.new(ok: ok.include?(status.exitstatus), text: text.b)
  end

  # A folder for the files of one run, gone afterwards.
  def self.folder(&) = Dir.mktmpdir("crew-ledger-paper", &)
end
