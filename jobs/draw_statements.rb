# frozen_string_literal: true

# Makes one PDF of all statements of a run in the worker, each time it is asked for.
class Jobs::DrawStatements < Que::Job
  # So many are drawn between two tellings.
  STATEMENTS = 25

  def run(file_id:)
    self.class.call(file_id)
    finish
  end

  # Nothing is held while it draws.
  def self.call(file_id)
    file = Store::Pay::Files.unmade(file_id) or return
    statements =
      Store::Pay::Files.statement_ids(file[:pay_run_id]).lazy.map { |id| Papers::StatementText.of(id) }
    drawn = Papers::Statement.all(statements) { |made| told(file_id, made) if (made % STATEMENTS).zero? }
    Store::Pay::Files.finish(file_id, drawn, file[:total])
    told(file_id, file[:total])
  end

  def self.told(file_id, made)
    Store::Pay::Files.made(file_id, made)
    Work::Act.tell("pay_file", file_id, act: "make_file", who: "", at: Clock.now)
  end
  private_class_method :told
end
