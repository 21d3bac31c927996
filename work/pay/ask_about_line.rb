# frozen_string_literal: true

# A driver asks about a line of his statement; a clerk answers. Both stay with the statement.
module Work::Pay::AskAboutLine
  # input - { key:, line: as it reads, body: }. Returns the statement's id.
  def self.call(statement_id, input, driver:, now:)
    Work::Act.once(input[:key], "ask_about_pay", by: driver, now:, input: input.merge(statement_id:)) do |act|
      unless Store::Pay::Statements.where(id: statement_id, driver_id: driver.id).any?
        raise Store::NotFound.new("statement", statement_id)
      end

      Store::Pay::Questions.insert(
        statement_id:,
        driver_id: driver.id,
        line: input[:line],
        body: input[:body].strip,
        at: now
      )
      act.changed(
        "pay_run",
        Store::Pay::Statements.at(statement_id).get(:pay_run_id),
        { question: [nil, input[:line]] }
      )
      statement_id
    end
  end

  # Returns the run's id. Raises Refused `answered_already`.
  def self.answer(id, input, by:, now:)
    Work::Act.once(input[:key], "answer_about_pay", by:, now:, input: input.merge(id:)) do |act|
      row = Store::Pay::Questions.lock(id) or raise Store::NotFound.new("question", id)
      if row[:answered_at]
        raise Refused.new("answered_already", "#{row[:answered_by]} has answered that already.", path: "")
      end

      Store::Pay::Questions.at(id).update(
        answer: input[:answer].strip,
        answered_by: by.name,
        answered_at: now
      )
      Store::Pay::Statements
        .at(row[:statement_id])
        .get(:pay_run_id)
        .tap { |run_id| act.changed("pay_run", run_id, { answer: [nil, row[:line]] }) }
    end
  end
end
