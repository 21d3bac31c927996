# frozen_string_literal: true

# What the company holds for reuse: permits for a year or some trips, and combinations with the feet between
# their axles.
module Web::Permits::Held
  def self.all = Work::Permits::Standing.live.order(:jurisdiction, :valid_to).map { |row| present(row) }
  def self.one(id) = present(DB[:standing_permits].first(id:))
  def self.combinations =
    Work::Permits::KeepCombination.live.order(:tractor_id, :trailer_id).map { |row| combined(row) }
  def self.combination(id) = combined(DB[:combinations].first(id:))

  def self.present(row)
    says =
      row.slice(
        :id,
        :jurisdiction,
        :number,
        :width_in,
        :height_in,
        :length_in,
        :gross_lb,
        :trips,
        :conditions
      )
    says.merge(
      name: PermitRules.all[row[:jurisdiction]]&.name || row[:jurisdiction],
      tractor: unit(row[:tractor_id]),
      used: Work::Permits::Standing.used_by(row[:id]),
      ended: !row[:ended_at].nil?,
      **days(row)
    )
  end

  def self.days(row) = row.slice(:valid_from, :valid_to).transform_values(&:iso8601)
  def self.combined(row) =
    {
      **row.slice(:id, :name, :tractor_id, :trailer_id),
      tractor: unit(row[:tractor_id]),
      trailer: unit(row[:trailer_id]),
      spacings_ft: row[:spacings_ft].to_a
    }
  def self.unit(id) = id && DB[:units].where(id:).get(:number)
  private_class_method :present, :days, :combined, :unit
end
