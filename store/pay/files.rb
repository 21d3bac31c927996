# frozen_string_literal: true

# PDFs of all statements of a run: one a run, made by the worker while `content` is nil.
module Store::Pay::Files
  # { id:, made:, total:, ready: } Raises Store::NotFound.
  def self.progress(id)
    DB[:pay_files].where(id:).select(:id, :made, :total, Sequel.lit("content IS NOT NULL AS ready")).first ||
      raise(Store::NotFound.new("file", id))
  end

  # Raises Store::NotFound also while it is being made.
  def self.content(id) =
    DB[:pay_files].where(id:).exclude(content: nil).get(:content) || raise(Store::NotFound.new("file", id))

  # The one that is being made of a run, or nil.
  def self.under_way(run_id) = DB[:pay_files].first(pay_run_id: run_id, content: nil)
  def self.unmade(id) = DB[:pay_files].first(id:, content: nil)

  # A new one in place of an older. Returns its id.
  def self.begin(run_id, total, now)
    DB[:pay_files].where(pay_run_id: run_id).delete
    DB[:pay_files].insert(pay_run_id: run_id, total:, at: now)
  end

  def self.made(id, count) = DB[:pay_files].where(id:).update(made: count)

  def self.finish(id, content, count) =
    DB[:pay_files].where(id:).update(content: Sequel.blob(content), made: count)

  # Of a run, in the order of its drivers.
  def self.statement_ids(run_id) = DB[:statements].where(pay_run_id: run_id).order(:driver_id).select_map(:id)
end
