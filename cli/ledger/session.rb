# frozen_string_literal: true

# One call of bin/ledger.
class Ledger::Session
  def initialize(argv, input, output, errors)
    @argv = argv.dup
    @input = input
    @output = output
    @errors = errors
  end

  def run
    options.parse!(@argv)
    return say(options.help) if @help || @argv.empty?

    @command = find_command
    @check = Ledger::Check.new(@command.schema)
    @each ? run_each : run_one
  rescue Refused => e
    @errors.puts JSON.generate(error: e.to_h)
    Ledger::EXIT_REFUSED
  rescue OptionParser::ParseError => e
    @errors.puts JSON.generate(
                   error: {
                     code: "usage",
                     message: "#{e.message}: see bin/ledger --help.",
                     path: ""
                   }
                 )
    Ledger::EXIT_REFUSED
  end

  private

  def options
    @options ||=
      OptionParser.new do |o|
        o.banner =
          "Usage: bin/ledger AREA VERB [--in FILE] [--each]\n\nOne JSON document in, one out; " \
            "contract/cli holds the schemas.\n\n" \
            "#{Ledger::COMMANDS.map { |c| "  #{c.area} #{c.verb}    #{c.about}" }.join("\n")}\n\n"
        o.on("--in FILE", "read FILE instead of standard input") { |path| @path = path }
        o.on("--each", "one document a line (JSON Lines), one result a line; exit status 3 if any was bad") do
          @each = true
        end
        o.on("--help", "this text") { @help = true }
      end
  end

  def say(text)
    @output.puts text
    0
  end

  def find_command
    area, verb, *rest = @argv
    command = Ledger::COMMANDS.find { |known| known.area == area && known.verb == verb }
    return command if command && rest.empty?

    raise Refused.new("unknown_command", "No command `#{@argv.join(" ")}`: bin/ledger --help lists them.")
  end

  def text
    @path ? File.read(@path) : @input.read
  rescue SystemCallError => e
    raise Refused.new("no_input", "Cannot read #{@path}: #{e.message}.")
  end

  def run_one = say(JSON.generate(answer(text)))

  def run_each
    refused = 0
    text.each_line do |line|
      next if line.strip.empty?

      result =
        begin
          answer(line)
        rescue Refused => e
          refused += 1
          { error: e.to_h }
        end
      @output.puts JSON.generate(result)
    end
    refused.zero? ? 0 : Ledger::EXIT_SOME_REFUSED
  end

  def answer(text)
    document = parse(text)
    @check.call(document)
    @command.answer.call(document)
  end

  def parse(text)
    JSON.parse(
      text
        .dup
        .force_encoding(Encoding::UTF_8)
        .scrub { raise Refused.new("not_json", "The input is not UTF-8 text.") }
    )
  rescue JSON::ParserError => e
    raise Refused.new(
            "not_json",
            "The input is no JSON document: #{e.message.lines.first.to_s.strip[0, 120]}."
          )
  end
end
