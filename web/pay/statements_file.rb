# frozen_string_literal: true

require "digest"

# Makes one PDF of all statements of a run in the worker, once for the figures that it shows.
class Web::Pay::StatementsFile < Que::Job
  STATEMENTS = 25

  # Returns the file's id; the same figures have the same file. Raises Refused `nothing_to_pay`.
  def self.ask(run_id, now:)
    DB.transaction do
      DB[:pay_runs].where(id: run_id).for_update.first or raise Work::NotFound.new("pay run", run_id)
      ids = ids(run_id)
      raise Refused.new("nothing_to_pay", "This run has no statement.", path: "") if ids.empty?

      digest = digest(run_id)
      known = DB[:pay_files].first(pay_run_id: run_id, kind: "statements", digest:)
      next known[:id] if known

      DB[:pay_files].where(pay_run_id: run_id, kind: "statements").delete
      id = DB[:pay_files].insert(pay_run_id: run_id, digest:, total: ids.length, at: now)
      enqueue(file_id: id)
      id
    end
  end

  def run(file_id:)
    self.class.call(file_id)
    finish
  end

  # Nothing is held while it draws; where a figure moved meanwhile the next who asks gets a new file.
  def self.call(file_id)
    file = DB[:pay_files].where(id: file_id, content: nil).first or return
    drawn = Web::Pay::StatementPdf.all(ids(file[:pay_run_id]).lazy.map { |id| Web::Pay::Present.statement(id) }) { |made| told(file, made) if (made % STATEMENTS).zero? }
    DB[:pay_files].where(id: file_id).update(content: Sequel.blob(drawn), made: file[:total])
    told(file, file[:total])
  end

  # { id:, made:, total:, ready: }
  def self.present(id)
    row = DB[:pay_files].where(id:).select(:id, :made, :total, Sequel.lit("content IS NOT NULL AS ready")).first or raise Work::NotFound.new("file", id)
    row
  end

  def self.content(id) = DB[:pay_files].where(id:).exclude(content: nil).get(:content) || raise(Work::NotFound.new("file", id))

  def self.told(file, made)
    DB[:pay_files].where(id: file[:id]).update(made:)
    Work::Act.tell("pay_file", file[:id], act: "make_file", who: "", at: Clock.now)
  end

  def self.ids(run_id) = DB[:statements].where(pay_run_id: run_id).order(:driver_id).select_map(:id)

  # Of all that a statement shows and that can change.
  def self.digest(run_id)
    state = DB[:pay_runs].where(id: run_id).get(:state)
    lines = DB[:statement_lines].join(:statements, id: :statement_id).where(pay_run_id: run_id).order(:statement_id, :position).select_map([:statement_id, :label, :quantity, :rate, Sequel[:statement_lines][:amount]])
    Digest::SHA256.hexdigest(JSON.generate([state, lines.map { |line| line.map { |cell| cell.is_a?(BigDecimal) ? cell.to_s("F") : cell } }]))
  end
  private_class_method :told, :ids, :digest
end
