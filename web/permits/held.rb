# frozen_string_literal: true

# The JSON of what the company holds for reuse.
module Web::Permits::Held
  PERMIT = %i[id jurisdiction number width_in height_in length_in gross_lb trips conditions tractor].freeze

  def self.all = Reads::Permits::Held.permits.map { |row| permit(row) }
  def self.one(id) = permit(Reads::Permits::Held.permit(id))
  def self.combinations = Reads::Permits::Held.combinations.map { |row| combined(row) }
  def self.combination(id) = combined(Reads::Permits::Held.combination(id))

  def self.permit(row) =
    {
      **row.slice(*PERMIT),
      name: Web::Permits::PermitJson.office(row[:jurisdiction]),
      used: Work::Permits::Standing.used_by(row[:id]),
      ended: !row[:ended_at].nil?,
      valid_from: Web::Figures.iso(row[:valid_from]),
      valid_to: Web::Figures.iso(row[:valid_to])
    }

  def self.combined(row) =
    {
      **row.slice(:id, :name, :tractor_id, :trailer_id, :tractor, :trailer),
      spacings_ft: row[:spacings_ft].to_a
    }
  private_class_method :permit, :combined
end
