# frozen_string_literal: true

ENV["CREW_LEDGER_ENV"] = "test"
# Examples of signing in ask for it.
ENV["SECOND_FACTOR"] = "offered"
require_relative "../config/application"
Dir[File.expand_path("support/*.rb", __dir__)].each { |path| require path }

RSpec.configure do |config|
  config.include Given
  # A run that was cut off may have left something.
  config.before(:suite) { Given.empty_database }
  config.around do |example|
    if example.metadata[:committed]
      Given.empty_database
      example.run
      Given.empty_database
    else
      DB.transaction(rollback: :always, auto_savepoint: true) { example.run }
    end
    Clock.hold(nil)
  end
end
