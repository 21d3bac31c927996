# frozen_string_literal: true

# Proposes a change of duty where a check-in implies one, and takes the driver's yes or no, of that and of what
# the carrier asks for: only a yes is written to the record.
module Work::Hours::AnswerDuty
  IMPLIED = { "on_my_way" => "driving", "arrived" => "on_duty", "left" => "driving" }.freeze

  # Within the act of a check-in.
  def self.propose(check_in_id, driver_id, kind, done_at)
    status = IMPLIED[kind] or return
    # A partner keeps the record of duty of its own drivers.
    return if Store::Partners.driver?(driver_id)

    Store::Hours::DutyProposals.insert(
      driver_id:,
      check_in_id:,
      status:,
      from_at: Time.at(done_at.to_i / 60 * 60).utc
    )
  end

  # input - { key:, answer: "yes" or "no" }. Returns the proposal's id. Raises Refused `automatic_driving`.
  def self.call(proposal_id, input, driver:, now:)
    proposal = Store::Hours::DutyProposals.first(id: proposal_id, driver_id: driver.id) or
      raise Store::NotFound.new("proposal", proposal_id)
    answer(proposal, input, by: driver, now:)
  end

  # From the office: what the carrier asked for is withdrawn, or answered for a driver whose phone opens no
  # pages, who was read it. Returns the driver's id.
  #
  # input - { key:, answer: "yes", "no" or "withdrawn" }. Raises Refused `drivers_to_answer`.
  def self.from_office(proposal_id, input, by:, now:)
    proposal = Store::Hours::DutyProposals.row(proposal_id) or
      raise Store::NotFound.new("proposal", proposal_id)
    driver = Store::Fleet::Drivers.row(proposal[:driver_id])
    if proposal[:check_in_id] || (input[:answer] != "withdrawn" && driver[:smartphone])
      raise Refused.new(
              "drivers_to_answer",
              "#{driver[:name]} answers this on the phone: 49 CFR 395.30 leaves it to the driver.",
              path: ""
            )
    end

    answer(proposal, input, by:, now:)
    proposal[:driver_id]
  end

  def self.answer(proposal, input, by:, now:)
    Work::Act.once(
      input[:key],
      "answer_duty",
      by:,
      now:,
      input: input.merge(proposal_id: proposal[:id])
    ) do |act|
      driver = Store::Fleet::Drivers.lock_softly(proposal[:driver_id])
      open =
        Store::Hours::DutyProposals.where(id: proposal[:id], answer: nil).update(
          answer: input[:answer],
          answered_at: now
        )
      write(proposal, driver, now) if open == 1 && input[:answer] == "yes"
      told = Work::Hours::WriteDuty.told(*proposal.values_at(:status, :from_at, :to_at))
      act.changed("driver", driver[:id], { duty: [nil, { **told, answer: input[:answer] }] })
      proposal[:id]
    end
  end

  # What a check-in says is in force until the next entry that stands.
  def self.write(proposal, driver, now)
    id, from = driver[:id], proposal[:from_at]
    asked = proposal[:check_in_id].nil?
    to = asked ? proposal[:to_at] : Store::Hours::DutyEntries.standing(id).after(from).min(:from_at)
    Work::Hours::WriteDuty.refuse_shorter_driving(driver, from, to, proposal[:status])
    Work::Hours::WriteDuty.write(id, edit(proposal, driver, now), from, to, proposal[:status])
    heard_at = [driver[:duty_heard_at], (asked && to) || from].compact.max
    Store::Fleet::Drivers.at(id).update(duty_heard_at: heard_at)
  end

  def self.edit(proposal, driver, now)
    whose =
      if proposal[:check_in_id]
        { source: "cab", who: driver[:name] }
      else
        { source: "clerk", who: "#{proposal[:who]}, with #{driver[:name]}’s yes", why: proposal[:why] }
      end
    Store::Hours::DutyEdits.insert(driver_id: driver[:id], **whose, at: now)
  end
  private_class_method :answer, :write, :edit
end
