# frozen_string_literal: true

# Tells an office that an application is taken back. One whose number was never heard is handed in once more
# under its own
# key first: the office then says which it is. It may be killed on any line.
class Jobs::WithdrawApplication < Que::Job
  self.maximum_retry_count = 15

  def run(permit_id:)
    permit = Store::Permits::Permits.row(permit_id)
    return finish if permit.nil? || permit[:withdraw_at].nil? || permit[:withdrawn_at]

    office = Services::PermitOffice.new(permit[:jurisdiction], as_of: Clock.now)
    number = permit[:office_id] || Jobs::AskOffice.hand_in(office, permit)["application"]
    answer = office.withdraw(number)
    DB.transaction do
      Work::Permits::TakeWithdrawal.call(permit_id, answer, now: Clock.now)
      finish
    end
  end
end
