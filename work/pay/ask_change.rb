# frozen_string_literal: true

# Keeps a change that waits for a second person.
module Work::Pay::AskChange
  # of - ids of what it changes: deduction_id:, driver_id:, item_id:, load_id:. Returns its id.
  def self.call(kind, input, by:, now:, drivers: 1, cents: 0, **of) =
    Store::Pay::Changes.insert(
      kind:,
      **of,
      input: Sequel.pg_jsonb(Work::Act.plain(input.except(:key))),
      drivers:,
      dollars: Money.to_d(cents),
      asked_by: by.name,
      asked_by_ref: by.ref,
      asked_at: now
    )

  # What is asked anew is asked instead of what waits of the same kind, of the same record.
  def self.withdraw(kind, by:, now:, **of) =
    Store::Pay::Changes.where(kind:, status: "asked", **of).update(
      status: "dropped",
      answered_by: by.name,
      answered_at: now,
      sealed: nil
    )
end
