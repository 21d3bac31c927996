# frozen_string_literal: true

# An edit made on a version that somebody has changed since; carries both.
class Work::Stale < StandardError
  attr_reader :details

  def initialize(yours:, theirs:, changed_by:)
    super("#{changed_by} changed this while you had it open: look at both versions and decide.")
    @details = { yours:, theirs:, changed_by: }
  end

  # Raises Stale unless the row is still at the version that the edit was made on.
  #
  # of - [kind, id] of the record whose trail says who changed it; act - the one act that changes such a row, where the
  # trail is of more than it
  def self.check(row, version, of:, yours:, act: nil)
    return if row[:version] == version

    trail = Store::Company.audit(*of, limit: 1)
    trail = trail.where(act:) if act
    raise new(
            yours: Work::Act.plain(yours),
            theirs: Work::Act.plain(yield),
            changed_by: trail.get(:who) || "Somebody"
          )
  end
end
