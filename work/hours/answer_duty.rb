# frozen_string_literal: true

# Proposes a change of duty where a check-in implies one, and takes the driver's yes or no: only a yes is
# written to the record.
module Work::Hours::AnswerDuty
  IMPLIED = { "on_my_way" => "driving", "arrived" => "on_duty", "left" => "driving" }.freeze

  # Within the act of a check-in.
  def self.propose(check_in_id, driver_id, kind, done_at)
    status = IMPLIED[kind] or return
    Store::Hours::DutyProposals.insert(
      driver_id:,
      check_in_id:,
      status:,
      from_at: Time.at(done_at.to_i / 60 * 60).utc
    )
  end

  # input - { key:, answer: "yes" or "no" }. Returns the proposal's id.
  def self.call(proposal_id, input, driver:, now:)
    proposal = Store::Hours::DutyProposals.first(id: proposal_id, driver_id: driver.id) or
      raise Store::NotFound.new("proposal", proposal_id)
    Work::Act.once(input[:key], "answer_duty", by: driver, now:, input: input.merge(proposal_id:)) do |act|
      Store::Fleet::Drivers.lock_softly(driver.id)
      open =
        Store::Hours::DutyProposals.where(id: proposal_id, answer: nil).update(
          answer: input[:answer],
          answered_at: now
        )
      write(proposal, driver, now) if open == 1 && input[:answer] == "yes"
      act.changed(
        "driver",
        driver.id,
        { duty: [nil, "#{proposal[:status]} from #{proposal[:from_at].iso8601}: #{input[:answer]}"] }
      )
      proposal_id
    end
  end

  # In force until the next entry that stands.
  def self.write(proposal, driver, now)
    edit_id = Store::Hours::DutyEdits.insert(driver_id: driver.id, source: "cab", who: driver.name, at: now)
    following = Store::Hours::DutyEntries.standing(driver.id).after(proposal[:from_at]).min(:from_at)
    Work::Hours::WriteDuty.write(driver.id, edit_id, proposal[:from_at], following, proposal[:status])
    heard = Store::Fleet::Drivers.at(driver.id).get(:duty_heard_at)
    Store::Fleet::Drivers.at(driver.id).update(duty_heard_at: [heard, proposal[:from_at]].compact.max)
  end
  private_class_method :write
end
