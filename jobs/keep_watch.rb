# frozen_string_literal: true

# What is looked after each minute: where the trucks are, who is due to be asked, what is foreseen, which
# offices still owe an answer, what is old enough to go.
class Jobs::KeepWatch < Que::Job
  include Jobs::EachMinute

  def self.call(now)
    rolling = Store::Freight.rolling_ids
    rolling.each { |trip_id| Work::Tracking::Fence.call(trip_id, now) }
    Work::Tracking::ScheduleAsking.ask_due(now)
    Work::Tracking::Foresee.refresh(rolling, now)
    Jobs::AskOffice.ask_after
    Jobs::AskForPayment.ask_after
    Store::Tracking.forget_positions(now)
    write_head
  end

  # Once a day: what is in the file proves later that nothing before it was changed.
  def self.write_head(path = Settings.audit_head_file)
    return if path.nil? || (File.exist?(path) && Time.now - File.mtime(path) < 86_400)

    File.open(path, "a", 0o600) do |file|
      file.puts("#{Time.now.utc.iso8601} #{Store::Company::AuditChain.head}")
    end
  end

  private

  def look = self.class.call(Clock.now)
end
