# frozen_string_literal: true

require "digest"

# One act of a person: one transaction, done once for its key, written to the audit trail and told to whoever
# watches.
class Work::Act
  # What watchers listen to.
  CHANNEL = Store::Changes::CHANNEL
  # PostgreSQL's own names for what its constraints refuse
  BROKEN = [Sequel::ConstraintViolation, Sequel::UniqueConstraintViolation].freeze

  # key   - the caller's idempotency key, or nil for an act that is harmless to repeat
  # input - what was asked; the same key with other input is refused
  #
  # result_id - the id of the record, where it is known before
  #
  # Yields the Act; unless the result is known the block returns the id of the record it made or changed, or a
  # Hash of plain values, which a repeated call gets again, whole.
  # Raises Refused `key_reused`.
  def self.once(key, name, by:, now:, input: nil, result_id: nil)
    DB.transaction do
      act = new(name, by, now)
      earlier = key && act.claim(key, Digest::SHA256.hexdigest(JSON.generate(input)), result_id)
      next answer(earlier) if earlier

      result = yield act
      next result_id if result_id

      if key
        kept = result.is_a?(Hash) ? { answer: Sequel.pg_jsonb(result) } : { result_id: result }
        Store::Company::IdempotencyKeys.where(key:).update(kept)
      end
      result
    end
  end

  # What the first call of an act was given.
  def self.answer(row) = row[:answer] ? row[:answer].to_h.transform_keys(&:to_sym) : row[:result_id]
  private_class_method :answer

  # The name of the constraint that a database error broke, or nil.
  def self.broken_constraint(error)
    error.wrapped_exception.result&.error_field(PG::Result::PG_DIAG_CONSTRAINT_NAME)
  end

  attr_reader :by, :now

  def initialize(name, by, now)
    @name = name
    @by = by
    @now = now
  end

  # Returns the earlier act of this key, or nil when this is the first. A rival in flight is waited for by the
  # insert.
  def claim(key, digest, result_id)
    row = { key:, act: @name, who_ref: by.ref, digest:, result_id:, at: now }
    return if Store::Company::IdempotencyKeys.once(row, key: :key, returns: :key)

    earlier = Store::Company::IdempotencyKeys.first(key:)
    return earlier if earlier.slice(:act, :who_ref, :digest) == { act: @name, who_ref: by.ref, digest: }

    raise Refused.new(
            "key_reused",
            "This was sent before with other content: reload the page and try again.",
            path: "/key"
          )
  end

  # Writes the trail and wakes the watchers when all of this commits.
  #
  # changes - Hash of field to [before, after]
  def changed(record_kind, record_id, changes = {}, why: nil) =
    changed_all([[record_kind, record_id]], changes, why:)

  # The same of several records: Array of [kind, id].
  def changed_all(records, changes = {}, why: nil) =
    changed_each(records.map { |record| [*record, changes] }, why:)

  # Several records with what each changes: Array of [kind, id, changes].
  def changed_each(records, why: nil)
    says = { at: now, who: by.name, who_ref: by.ref, act: @name, why: }
    Store::Company::AuditEntries.multi_insert(
      records.map do |record_kind, record_id, changes|
        { **says, changes: Sequel.pg_jsonb(Work::Act.plain(changes)), record_kind:, record_id: }
      end
    )
    self.class.tell_all(records.map { |record| record.first(2) }.uniq, act: @name, who: by.name, at: now)
  end

  # Wakes whoever watches a record.
  def self.tell(record_kind, record_id, **told) = tell_all([[record_kind, record_id]], **told)

  def self.tell_all(records, **told) = Store::Changes.announce(records, **told)

  # What a reader of the trail sees: texts and numbers, decimals and instants written out.
  def self.plain(value)
    case value
    when Hash
      value.to_h { |key, inner| [key.to_s, plain(inner)] }
    when Array
      value.map { |inner| plain(inner) }
    when BigDecimal
      value.to_s("F")
    when Time, Date
      value.iso8601
    else
      value
    end
  end

  # The fields of `after` that differ from `before`, as field to [before, after].
  def self.difference(before, after)
    after.filter_map { |field, value| [field, [before[field], value]] unless before[field] == value }.to_h
  end
end
