# frozen_string_literal: true

# Who looks after which crews, and what was said when they changed hands.
class Web::Match::Desks
  # read - Reads::Match::Desks::Value
  def initialize(read)
    @read = read
  end

  def to_h
    mine = @read.people.map { |row| row[:id] }
    {
      people: @read.people.map { |row| person(row) },
      nobody: crews(@read.drivers.except(*mine).values.flatten),
      notes: @read.notes.map { |row| note(row) }
    }
  end

  private

  def person(row) =
    {
      **row.slice(:id, :name),
      crews: crews(@read.drivers[row[:id]] || []),
      present: @read.signed_in.include?(row[:id])
    }

  def crews(rows) = rows.map { |row| { driver_id: row[:id], name: row[:name], load: @read.on[row[:id]] } }

  def note(row) =
    {
      **row.slice(:id, :notes),
      from: @read.names[row[:from_id]],
      to: @read.names[row[:to_id]],
      crews: row[:driver_ids].to_a.map { |id| @read.driver_names[id] },
      at: row[:at].iso8601
    }
end
