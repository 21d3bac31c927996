# frozen_string_literal: true

# Permit files of loads.
module Store::Permits
  def self.file_of(load_id) = DB[:permit_files].first(load_id:)
  def self.permits(file_id) = DB[:permits].where(file_id:).exclude(state: "cancelled").order(:id).all

  def self.issued(load_ids) = DB[:permits].join(:permit_files, id: :file_id).where(load_id: load_ids, Sequel[:permits][:state] => "issued").order(Sequel[:permits][:id]).select_all(:permits).all

  # A jurisdiction's rules with what the company has put right.
  def self.rules
    corrected = DB[:permit_values].all.group_by { |row| row[:jurisdiction] }
    PermitRules.all.to_h { |code, rules| [code, corrected.key?(code) ? with(rules, corrected[code]) : rules] }
  end

  def self.with(rules, rows)
    rows.reduce(rules) do |changed, row|
      part = row[:part].to_sym
      changed.with(part => changed.public_send(part).merge(row[:name].to_sym => Core::Permits::Known.new(value: row[:value], known_by: "published", source: row[:source])))
    end
  end
  private_class_method :with

  # The towns of the load's stops, in order: what its way depends on.
  def self.way(load_id) = Store::Freight.stops(load_id).map { |stop| "#{stop[:town]}, #{stop[:state]}" }.join(" → ")

  # What a permit is issued for: a change of it is seen.
  def self.issued_for(file) = file.slice(:width_in, :height_in, :length_in, :gross_lb, :tractor_id, :way).transform_keys(&:to_s)

  # When the load is foreseen at its last stop, by the trips that still carry it; nil where nothing is foreseen.
  def self.expected_at(load_id) = DB[:forecasts].where(stop_id: Store::Freight.stops(load_id).last[:id], trip_id: Store::Freight.live_trips(load_id).map { |trip| trip[:id] }).max(:arrive_at)
end
