# frozen_string_literal: true

# Has all statements of a run drawn into one PDF by the worker.
module Work::Pay::DrawStatements
  # Returns the file's id: of the one that is being made, or of a new one, which takes the place of an older.
  # Raises Refused `nothing_to_pay`.
  def self.ask(run_id, now:)
    DB.transaction do
      Store::Pay.lock_run(run_id)
      under_way = Store::Pay::Files.under_way(run_id)
      next under_way[:id] if under_way

      total = Store::Pay::Files.statement_ids(run_id).length
      raise Refused.new("nothing_to_pay", "This run has no statement.", path: "") if total.zero?

      Store::Pay::Files.begin(run_id, total, now).tap { |file_id| Jobs::DrawStatements.enqueue(file_id:) }
    end
  end
end
