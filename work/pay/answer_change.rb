# frozen_string_literal: true

# A second person lets a change be made that waits for one, or drops it.
module Work::Pay::AnswerChange
  DAYS = %i[from_on to_on due_on].freeze

  # input - { key:, status: made or dropped }. Returns its id. Raises Refused `same_person`,
  # `administrators_only`, `clerks_only`, `answered_already`, and what the change itself is refused for by
  # now.
  def self.call(change_id, input, by:, now:)
    Work::Act.once(input[:key], "answer_pay_change", by:, now:, input: input.merge(change_id:)) do |act|
      row = Store::Pay::Changes.lock(change_id) or raise Store::NotFound.new("change", change_id)
      unless row[:status] == "asked"
        raise Refused.new("answered_already", "#{row[:answered_by]} has answered that already.", path: "")
      end
      second_person(row, by) if input[:status] == "made"
      make(row, by, now) if input[:status] == "made"
      Store::Pay::Changes.at(change_id).update(
        status: input[:status],
        answered_by: by.name,
        answered_at: now,
        sealed: nil
      )
      of = { "driver" => row[:driver_id], "load" => row[:load_id] }.find { |_, id| id } || ["company", 1]
      act.changed(
        *of,
        { named(row) => ["waits for a second person, asked by #{row[:asked_by]}", input[:status]] }
      )
      change_id
    end
  end

  def self.make(row, by, now)
    case row[:kind]
    when "deduction"
      Work::Pay::DeductionChange.new(row[:deduction_id], asked(row), now).make(by)
    when "one_time"
      Work::Pay::OneTime.make(asked(row), by:, now:)
    when "one_time_change"
      Work::Pay::OneTimeChange.make(row[:item_id], asked(row))
    when "advance"
      Work::Pay::GiveAdvance.make(asked(row), by:, now:)
    when "bank_account"
      Work::Pay::KeepBankAccount.make(
        row,
        asked(row).merge(account: Store::Sealed.unseal(row[:sealed])),
        by:,
        now:
      )
    when "agreed_miles"
      Work::Pay::AgreeMiles.make(row[:load_id], asked(row), now:)
    when "two_people"
      Work::Pay::KeepTwoPeople.make(row, asked(row), by:, now:)
    end
  end

  def self.second_person(row, by)
    code, message =
      Core::Pay::SecondPerson.why_not_made(
        row[:kind],
        asked_by: row[:asked_by_ref],
        by: by.ref,
        roles: by.roles
      )
    raise Refused.new(code, message, path: "") if code
  end

  def self.named(row) = row[:input]["label"] || row[:kind].tr("_", " ")

  # A change as it was asked: days are dates again.
  def self.asked(row)
    input = row[:input].to_h.transform_keys(&:to_sym)
    DAYS.each { |name| input[name] &&= Date.iso8601(input[name]) }
    input[:rules] &&= input[:rules].to_h.transform_keys(&:to_sym)
    return input unless row[:kind] == "deduction"

    input.merge(drivers: (input[:drivers] || []).map { |one| one.to_h.transform_keys(&:to_sym) })
  end
  private_class_method :make, :second_person, :named, :asked
end
