# frozen_string_literal: true

# The JSON of who and what could take a load.
class Web::Freight::Choices
  # Raises Store::NotFound.
  def initialize(load_id)
    Reads::Freight::LoadPage.check(load_id)
    @from, @to = Work::Freight::TripPlan.new(load_id).span
    @choices = Reads::Freight::Choices.between(@from, @to)
  end

  def to_h
    {
      begins_at: @from.iso8601,
      ends_at: @to.iso8601,
      drivers: @choices.drivers.map { |row| driver(row) },
      tractors: @choices.tractors.map { |row| unit(row) },
      trailers: @choices.trailers.map { |row| unit(row) }
    }
  end

  private

  def driver(row) =
    {
      **row.slice(:id, :name),
      detail: row[:number],
      taken_by: taken_by(@choices.held_drivers[row[:id]]),
      last_tractor_id: @choices.last.dig(row[:id], "tractor"),
      last_trailer_id: @choices.last.dig(row[:id], "trailer")
    }

  def unit(row) =
    {
      id: row[:id],
      name: row[:number],
      detail: [row[:trailer_kind]&.tr("_", " "), row[:make]].compact.join(" "),
      taken_by: taken_by(@choices.held_units[row[:id]]),
      last_driver_id: @choices.last_drivers[row[:id]]
    }

  def taken_by(held) = held && Work::Freight::Taken.said(held)
end
