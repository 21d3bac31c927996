# frozen_string_literal: true

# Loads the application for the job worker: `bundle exec que ./config/worker.rb`.
require_relative "application"
[CORE_LOADER, APPLICATION_LOADER].each(&:eager_load)
Que.logger = Logger.new($stdout, level: Logger::WARN)
Que.error_notifier = ->(error, job) do
  warn JSON.generate(
         level: "error",
         job: job && job[:job_class],
         error: error.class.name,
         message: error.message
       )
end
Jobs::PollDevices.keep_going
Jobs::PollMailbox.keep_going
Jobs::KeepWatch.keep_going
Jobs::BillReady.keep_going
Jobs::WatchPartners.keep_going
Jobs::TellPrograms.keep_going
Jobs::PollMarket.keep_going if Settings.posting_service_url
