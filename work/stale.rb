# frozen_string_literal: true

# An edit made on a version that somebody has changed since; carries both.
class Work::Stale < StandardError
  attr_reader :details

  def initialize(yours:, theirs:, changed_by:)
    super("#{changed_by} changed this while you had it open: look at both versions and decide.")
    @details = { yours:, theirs:, changed_by: }
  end

  # Raises Stale unless the row is still at the version that the edit was made on.
  def self.check(row, version, record_kind:, yours:)
    return if row[:version] == version

    raise new(
            yours: Work::Act.plain(yours),
            theirs: Work::Act.plain(yield),
            changed_by: Store::Company.audit(record_kind, row[:id], limit: 1).get(:who) || "Somebody"
          )
  end
end
