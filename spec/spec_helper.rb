# frozen_string_literal: true

require_relative "../config/core"

RSpec.configure do |config|
  config.disable_monkey_patching!
  config.expect_with(:rspec) { |expectations| expectations.syntax = :expect }
  config.filter_run_when_matching(:focus)
  config.example_status_persistence_file_path = File.expand_path("../var/rspec.txt", __dir__)
end

# "refuse with code X at path Y", for every refusal.
RSpec::Matchers.define(:refuse) do |code, path = nil|
  supports_block_expectations
  match do |block|
    block.call
    false
  rescue Refused => e
    @refused = e
    e.code == code && (path.nil? || e.path == path)
  end
  failure_message { "expected a refusal #{code} at #{path.inspect}, got #{@refused&.to_h.inspect}" }
end
