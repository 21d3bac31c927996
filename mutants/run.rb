# frozen_string_literal: true

# Puts small faults into the core, one at a time, and runs the examples that pass that line: whichever fault no
# example notices stands for a rule that nothing holds.
#
#   bin/test mutants                          a sample of the whole core
#   bin/test mutants core/pay/banking.rb …    all of these files
#   bin/test mutants --sample 200 --seed 7 …
#
# Ends with 1 where a survivor is not among mutants/equivalent.yml, each of which says why it is no fault.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)
require "bundler/setup"
# What is loaded before the counting begins is not counted: libraries are, the whole core is not.
%w[
  bigdecimal/util
  bootsnap
  coverage
  damerau-levenshtein
  digest
  etc
  json
  optparse
  prism
  rspec/core
  tzinfo
  yaml
  zeitwerk
].each { |name| require name }
Coverage.start(lines: true, methods: true)
require_relative "../config/core"
CORE_LOADER.eager_load
require_relative "mutations"

# The examples of the core, and which lines of it each passes.
class Examples
  # A fault may make a loop of what was none.
  PATIENCE_SECONDS = 20

  def initialize(files, root)
    options = RSpec::Core::ConfigurationOptions.new(["--require", "spec_helper", *files])
    RSpec::Core::Runner.new(options).configure($stderr, StringIO.new)
    RSpec.configuration.load_spec_files
    RSpec.configuration.example_status_persistence_file_path = nil
    @root = root
    @all = RSpec.world.example_groups.flat_map(&:descendants).flat_map(&:examples)
    @by_id = @all.to_h { |example| [example.id, example] }
    @kept = "#{root}/var/mutants-#{Digest::SHA256.hexdigest(sources)[0, 16]}.json"
  end

  # Which lines each passes: as it was kept, while nothing has changed, else by running each by itself.
  def trace
    unless File.exist?(@kept)
      passing = run_each
      passing.transform_values! { |list| list.sort_by(&:first).map(&:last) }
      File.write(@kept, JSON.generate(passing))
    end
    Coverage.result(stop: true, clear: true)
    @passing = JSON.parse(File.read(@kept))
  end

  # Those that pass a fault's line, quickest first: the line itself, else the one on which its statement begins,
  # else the method, which has no line of its own to pass where it is written on one.
  def at(mutation)
    lines = mutation.line.downto(mutation.begins + 1).map { |line| "#{mutation.path}:#{line}" }
    place = lines.find { |line| @passing.key?(line) } || "#{mutation.path}##{mutation.begins}"
    @passing.fetch(place, []).map { |id| @by_id.fetch(id) }
  end

  # Does any of them fail with the fault? Asked in a process of its own, which then is gone.
  def notice?(mutation)
    examples = at(mutation)
    return false if examples.empty?

    child =
      fork do
        $stderr.reopen(File::NULL)
        $stdout.reopen(File::NULL)
        mutation.apply
        exit!(green?(examples) ? 0 : 1)
      rescue Exception # rubocop:disable Lint/RescueException -- a fault may raise anything, and that is noticing it
        exit!(1)
      end
    ended(child) != 0
  end

  private

  def sources =
    Dir["#{@root}/{core,spec/core,data}/**/*"]
      .select { |path| File.file?(path) }
      .map { |path| File.read(path) }
      .join

  def run_each
    passing = Hash.new { |places, place| places[place] = [] }
    @all.each do |example|
      before = Coverage.peek_result
      started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      abort "#{example.id} fails without any fault" unless green?([example])
      took = Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
      passed(before, Coverage.peek_result).each { |place| passing[place] << [took, example.id] }
    end
    passing
  end

  def green?(examples)
    chosen = examples.group_by(&:example_group)
    RSpec
      .world
      .example_groups
      .flat_map(&:descendants)
      .each { |group| RSpec.world.filtered_examples[group] = chosen[group] || [] }
    RSpec.world.wants_to_quit = false
    groups = examples.map { |example| example.example_group.parent_groups.last }.uniq
    groups.all? { |group| group.run(RSpec::Core::NullReporter) }
  end

  # "path:line" of lines, "path#line" of methods that begin there.
  def passed(before, after)
    after
      .select { |path, _| path.start_with?("#{@root}/core/") }
      .flat_map do |path, result|
        was = before[path] || { lines: [], methods: {} }
        name = path.delete_prefix("#{@root}/")
        lines = result[:lines].each_index.select { |i| (result[:lines][i] || 0) > (was[:lines][i] || 0) }
        methods = result[:methods].select { |key, count| count > (was[:methods][key] || 0) }.keys
        lines.map { |i| "#{name}:#{i + 1}" } + methods.map { |key| "#{name}##{key[2]}" }.uniq
      end
  end

  def ended(child)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + PATIENCE_SECONDS
    loop do
      _, status = Process.wait2(child, Process::WNOHANG)
      return status.exitstatus || 1 if status
      return stopped(child) if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline

      sleep 0.005
    end
  end

  def stopped(child)
    Process.kill(:KILL, child)
    Process.wait(child)
    1
  end
end

root = File.expand_path("..", __dir__)
Dir.chdir(root)
sample, seed = nil, Random.new_seed % 100_000
OptionParser
  .new do |options|
    options.on("--sample N", Integer) { |count| sample = count }
    options.on("--seed N", Integer) { |number| seed = number }
  end
  .parse!(ARGV)
paths = ARGV.empty? ? Dir["core/**/*.rb"] : ARGV
sample ||= 300 if ARGV.empty?
mutations = paths.flat_map { |path| Mutations.of(path) }
mutations = mutations.sample(sample, random: Random.new(seed)) if sample
examples = Examples.new(Dir["spec/core/**/*_spec.rb"].grep_v(/purity/), root)
examples.trace
puts "#{mutations.length} faults in #{paths.length} files, seed #{seed}"

results =
  Array
    .new(Etc.nprocessors) do |part|
      reader, writer = IO.pipe
      fork do
        mutations.each_with_index do |mutation, i|
          next unless i % Etc.nprocessors == part

          writer.puts JSON.generate([i, examples.notice?(mutation)])
        end
        exit!(0)
      end
      writer.close
      reader
    end
    .flat_map { |reader| reader.each_line.map { |line| JSON.parse(line) } }
Process.waitall

known = YAML.safe_load_file(File.expand_path("equivalent.yml", __dir__)) || {}
survivors = results.reject(&:last).map { |i, _| mutations[i] }.sort_by { |one| [one.path, one.line] }
equivalent, alive = survivors.partition { |one| known.key?(one.key) }
alive.each { |one| puts "#{one.path}:#{one.line} #{one.within}: #{one.said}\n    #{one.text}" }
puts "#{results.count(&:last)} of #{mutations.length} noticed, #{equivalent.length} known to be none, " \
       "#{alive.length} survive"
exit alive.empty?
