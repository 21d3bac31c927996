# frozen_string_literal: true

# What the company holds for reuse: permits for a year or some trips, and combinations with the feet between
# their axles.
module Reads::Permits::Held
  # Rows of annual_permits that are in use, with :tractor (number) and :used, on how many moves.
  def self.permits = with_units(DB[:annual_permits].where(ended_at: nil).order(:jurisdiction, :valid_to).all)

  # One of them, also when it has ended.
  def self.permit(id) = with_units(DB[:annual_permits].where(id:).all).first

  # Rows of combinations that are in use, with :tractor and :trailer (numbers).
  def self.combinations =
    with_units(DB[:combinations].where(ended_at: nil).order(:tractor_id, :trailer_id).all)

  def self.combination(id) = with_units(DB[:combinations].where(id:).all).first

  # What the company has put right of a jurisdiction's values: rows by part and name.
  def self.checked(jurisdiction) = DB[:permit_values].where(jurisdiction:).to_hash(%i[part name])

  def self.with_units(rows)
    ids = rows.flat_map { |row| row.values_at(:tractor_id, :trailer_id) }.compact
    numbers = DB[:units].where(id: ids).select_hash(:id, :number)
    rows.map { |row| row.merge(tractor: numbers[row[:tractor_id]], trailer: numbers[row[:trailer_id]]) }
  end
  private_class_method :with_units
end
