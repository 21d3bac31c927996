# frozen_string_literal: true

# Units as a fit is judged by them, each made once.
class Work::Match::FitUnits
  COLUMNS = %i[
    number
    kind
    trailer_kind
    capacity_lb
    capacity_cuft
    tare_lb
    registered_lb
    tarps
    miles_per_gallon
    service_due_on
  ].freeze

  def initialize
    _, @papers = Store::Match.papers
    @made = {}
  end

  # row - of Store::Match.units, or nil
  def of(row) = row && (@made[row[:id]] ||= unit(row))

  private

  def unit(row)
    every_miles = row[:service_every_miles]
    Core::Fit::Unit.new(
      **row.slice(*COLUMNS),
      service_left_miles: every_miles && (every_miles - row[:miles_since_service]),
      inner_length_in: Store::Fleet.inside_in(row),
      active: row.values_at(:active_from, :active_to),
      stands: !row[:stands].nil?,
      papers:
        (@papers[row[:id]] || []).map { |paper| Core::Fit::Paper.new(**paper.slice(:kind, :expires_on)) }
    )
  end
end
