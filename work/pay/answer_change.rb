# frozen_string_literal: true

# A second person lets a change be made that touches many, or drops it.
module Work::Pay::AnswerChange
  DAYS = %i[from_on to_on due_on].freeze

  # input - { key:, status: made or dropped }. Returns its id. Raises Refused `same_person`,
  #         `answered_already`.
  def self.call(change_id, input, by:, now:)
    Work::Act.once(input[:key], "answer_deduction_change", by:, now:, input: input.merge(change_id:)) do |act|
      row = Store::Pay::DeductionChanges.lock(change_id) or raise Store::NotFound.new("change", change_id)
      unless row[:status] == "asked"
        raise Refused.new("answered_already", "#{row[:answered_by]} has answered that already.", path: "")
      end
      if row[:asked_by_ref] == by.ref && input[:status] == "made"
        raise Refused.new("same_person", "A second person has to look at it.", path: "")
      end

      make(row, by, now) if input[:status] == "made"
      Store::Pay::DeductionChanges.at(change_id).update(
        status: input[:status],
        answered_by: by.name,
        answered_at: now
      )
      act.changed("company", 1, { row[:input]["label"] => ["waits for a second person", input[:status]] })
      change_id
    end
  end

  def self.make(row, by, now)
    if row[:kind] == "one_time"
      Work::Pay::OneTime.make(asked(row), by:, now:)
    else
      Work::Pay::DeductionChange.new(row[:deduction_id], asked(row), now).make(by)
    end
  end

  # A change as it was asked: days are dates again.
  def self.asked(row)
    input = row[:input].to_h.transform_keys(&:to_sym)
    DAYS.each { |name| input[name] &&= Date.iso8601(input[name]) }
    input.merge(drivers: (input[:drivers] || []).map { |one| one.to_h.transform_keys(&:to_sym) })
  end
  private_class_method :make, :asked
end
