# frozen_string_literal: true

# How long stops take: as long as they usually do at that place, or where too few are known, by what is common.
class Work::Hours::Service
  # At a dock, and at a stop of our own: common practice.
  DOCK_MINUTES = 60
  OWN_MINUTES = 30

  # At all places that rows are of, read at once; or place by place.
  def self.of(rows)
    new.tap { |service| service.read(rows) }
  end

  def initialize
    @stays = {}
  end

  def read(rows)
    places = rows.map { |row| place(row) }.uniq
    found = Store::Tracking.stays(places)
    places.each { |place| @stays[place] = found[place] || [] }
  end

  # row - of a stop, with load_id, name and zip
  def minutes(row) = Core::Tracking::Dwell.usual(stays(row)) || (row[:load_id] ? DOCK_MINUTES : OWN_MINUTES)

  # Minutes that stops at the place of a row took.
  def stays(row)
    read([row]) unless @stays.key?(place(row))
    @stays[place(row)]
  end

  private

  def place(row) = row.values_at(:name, :zip)
end
