# frozen_string_literal: true

# Who and what could take a load, with what holds them at those times and what each driver drove last.
class Web::Freight::Choices
  def initialize(load_id)
    Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @from, @to = Work::Freight::TripPlan.new(load_id).span
  end

  def to_h
    {
      begins_at: @from.iso8601,
      ends_at: @to.iso8601,
      drivers:,
      tractors: units("tractor"),
      trailers: units("trailer")
    }
  end

  private

  def drivers
    held = held(:trip_drivers)
    last = Store::Match.last_units
    DB[:drivers]
      .where(retired: false)
      .order(:name)
      .map do |row|
        {
          id: row[:id],
          name: row[:name],
          detail: row[:number],
          taken_by: held[row[:id]],
          last_tractor_id: last.dig(row[:id], "tractor"),
          last_trailer_id: last.dig(row[:id], "trailer")
        }
      end
  end

  def units(kind)
    held = held(:trip_units)
    DB[:units]
      .where(kind:, retired: false)
      .order(:number)
      .map do |row|
        {
          id: row[:id],
          name: row[:number],
          detail: [row[:trailer_kind]&.tr("_", " "), row[:make]].compact.join(" "),
          taken_by: held[row[:id]]
        }
      end
  end

  def held(table)
    Store::Freight
      .holding(table, @from, @to)
      .all
      .to_h { |row| [row[:holder_id], Work::Freight::Taken.said(row)] }
  end
end
