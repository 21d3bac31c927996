# frozen_string_literal: true

# Makes one PDF of all statements of a run in the worker, each time it is asked for.
class Jobs::DrawStatements < Que::Job
  STATEMENTS = 25

  # Returns the file's id: of the one that is being made, or of a new one, which takes the place of an older.
  # Raises Refused `nothing_to_pay`.
  def self.ask(run_id, now:)
    DB.transaction do
      DB[:pay_runs].where(id: run_id).for_update.first or raise Store::NotFound.new("pay run", run_id)
      under_way = DB[:pay_files].first(pay_run_id: run_id, content: nil)
      next under_way[:id] if under_way

      total = ids(run_id).length
      raise Refused.new("nothing_to_pay", "This run has no statement.", path: "") if total.zero?

      DB[:pay_files].where(pay_run_id: run_id).delete
      DB[:pay_files].insert(pay_run_id: run_id, total:, at: now).tap { |id| enqueue(file_id: id) }
    end
  end

  def run(file_id:)
    self.class.call(file_id)
    finish
  end

  # Nothing is held while it draws.
  def self.call(file_id)
    file = DB[:pay_files].where(id: file_id, content: nil).first or return
    drawn =
      Papers::Statement.all(ids(file[:pay_run_id]).lazy.map { |id| Papers::StatementText.of(id) }) do |made|
        told(file, made) if (made % STATEMENTS).zero?
      end
    DB[:pay_files].where(id: file_id).update(content: Sequel.blob(drawn), made: file[:total])
    told(file, file[:total])
  end

  # { id:, made:, total:, ready: }
  def self.present(id)
    DB[:pay_files].where(id:).select(:id, :made, :total, Sequel.lit("content IS NOT NULL AS ready")).first ||
      raise(Store::NotFound.new("file", id))
  end

  def self.content(id) =
    DB[:pay_files].where(id:).exclude(content: nil).get(:content) || raise(Store::NotFound.new("file", id))

  def self.told(file, made)
    DB[:pay_files].where(id: file[:id]).update(made:)
    Work::Act.tell("pay_file", file[:id], act: "make_file", who: "", at: Clock.now)
  end

  def self.ids(run_id) = DB[:statements].where(pay_run_id: run_id).order(:driver_id).select_map(:id)
  private_class_method :told, :ids
end
