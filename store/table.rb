# frozen_string_literal: true

# Tables as datasets that chain: `Store::Freight::Trips.of_load(7).live.soonest_first`. Those without questions
# of their own stand at their area's entry, the others in a file each.
module Store::Table
  # What every table answers.
  module Rows
    def at(id) = where(id:)
    def row(id) = where(id:).first
    def up_to(id) = where(Sequel[:id] <= id)
    # The row, held until the transaction ends, or nil.
    def lock(id) = where(id:).for_update.first

    # The same against every writer but those who only point at it.
    def lock_softly(id) = where(id:).lock_style("FOR NO KEY UPDATE").first

    # { id => row } of several, held so, in the order of their ids.
    def lock_all(ids) = where(id: ids).order(:id).for_update.as_hash(:id)

    # Holds rows in the order of their ids, so that two who want the same ones wait in a queue.
    def queue(ids) = where(id: ids).order(:id).lock_style("FOR NO KEY UPDATE").select_map(:id)

    # Writes a row that was read at a version, and counts it on. Raises Store::Stale where somebody else has.
    def change(row, **values)
      version = row.fetch(:version)
      written = where(id: row.fetch(:id), version:).update(**values, version: version + 1)
      raise Store::Stale.new(first_source_table, row[:id], version) if written.zero?
    end

    # Writes a row by its key, over the one that is there. version - true where an overwritten row counts on
    #
    # key - Symbol, or Array of them
    def keep(values, key:, version: false)
      over = values.except(*Array(key))
      over[:version] = Sequel[first_source_table][:version] + 1 if version
      insert_conflict(target: key, update: over).insert(values)
    end

    # Writes a row unless there is one of its key. Returns its id, or nil for one that was there.
    def once(values, key: nil, returns: :id)
      (key ? insert_conflict(target: key) : insert_conflict)
        .returning(returns)
        .insert(values)
        .first
        &.fetch(returns)
    end

    # The same of many.
    def once_all(rows) = insert_conflict.multi_insert(rows)

    # Writes many. Returns their ids, in this order.
    def add(rows) = multi_insert(rows, return: :primary_key)

    # Counts a row on that is held, with what changes of it: parts of it are in other tables.
    def count_on(id, **values) = where(id:).update(**values, version: Sequel[:version] + 1)
  end

  # name - the table's; shared - modules of what several tables are asked; the block is a module's body with what
  # only this one is
  def self.of(name, *shared, &) = DB[name].with_extend(Rows, *shared, &)
end
