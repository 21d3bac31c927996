# frozen_string_literal: true

# Jobs have a folder of their own: what waits is found under its new name.
Sequel.migration do
  names = {
    "Work::Tracking::SendText" => "Jobs::SendText",
    "Work::Tracking::SendMail" => "Jobs::SendMail",
    "Work::Tracking::Foresee" => "Jobs::Foresee",
    "Work::Tracking::Watch" => "Jobs::KeepWatch",
    "Work::Hours::PollDevices" => "Jobs::PollDevices",
    "Work::Pay::BuildLargeRun" => "Jobs::BuildLargeRun",
    "Work::Permits::Apply" => "Jobs::AskOffice",
    "Work::Permits::Pay" => "Jobs::AskForPayment",
    "Web::Pay::StatementsFile" => "Jobs::DrawStatements"
  }

  up { names.each { |was, now| from(:que_jobs).where(job_class: was).update(job_class: now) } }

  down { raise Sequel::Error, "Migrations only go forward." }
end
