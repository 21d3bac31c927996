# frozen_string_literal: true

# What the company holds for reuse: permits for a year or some trips, and combinations with the feet between their axles.
module Web::Permits::Held
  def self.all = Work::Permits::Standing.live.order(:jurisdiction, :valid_to).map { |row| present(row) }
  def self.one(id) = present(DB[:standing_permits].first(id:))
  def self.combinations = Work::Permits::KeepCombination.live.order(:tractor_id, :trailer_id).map { |row| combined(row) }
  def self.combination(id) = combined(DB[:combinations].first(id:))

  def self.present(row)
    { **row.slice(:id, :jurisdiction, :number, :width_in, :height_in, :length_in, :gross_lb, :trips, :conditions), name: PermitRules.all[row[:jurisdiction]]&.name || row[:jurisdiction], tractor: unit(row[:tractor_id]),
      valid_from: row[:valid_from].iso8601, valid_to: row[:valid_to].iso8601, used: Work::Permits::Standing.used_by(row[:id]), ended: !row[:ended_at].nil? }
  end

  def self.combined(row) = { **row.slice(:id, :name, :tractor_id, :trailer_id), tractor: unit(row[:tractor_id]), trailer: unit(row[:trailer_id]), spacings_ft: row[:spacings_ft].to_a }
  def self.unit(id) = id && DB[:units].where(id:).get(:number)
  private_class_method :present, :combined, :unit
end
