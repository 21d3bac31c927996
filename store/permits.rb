# frozen_string_literal: true

# Permit files of loads.
module Store::Permits
  # Not issued, and not given up.
  OPEN = %w[draft sent review asked refused].freeze

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

  # What keeps a load from moving: sentences, empty where nothing does.
  # starts_at - when its trip begins, tractor_id - what pulls it; both are held against the permits where told
  def self.missing(load_id, starts_at: nil, tractor_id: nil)
    file = file_of(load_id) or return []
    permits = permits(file[:id])
    open = permits.select { |permit| OPEN.include?(permit[:state]) }.map { |permit| "#{permit[:jurisdiction]}: the permit is #{permit[:state] == "draft" ? "not applied for" : permit[:state]}." }
    zone = TZInfo::Timezone.get(Store::Freight.load(load_id)[:pickup_zone] || "UTC")
    open + permits.select { |permit| permit[:state] == "issued" }.flat_map { |permit| invalid(permit, file, starts_at && zone.to_local(starts_at).to_date, tractor_id) }
  end

  def self.invalid(permit, file, day, tractor_id)
    name, was = "#{permit[:jurisdiction]}: permit #{permit[:number]}", permit[:issued_for]
    outside = day && !(permit[:valid_from]..permit[:valid_to]).cover?(day)
    grown = %w[width_in height_in length_in gross_lb].any? { |size| was[size] && was[size] < file[size.to_sym] }
    [
      ("#{name} is good from #{permit[:valid_from]} to #{permit[:valid_to]}, and the trip begins #{day}." if outside),
      ("#{name} is for another tractor." if tractor_id && was["tractor_id"] && was["tractor_id"] != tractor_id),
      ("#{name} is for a smaller load than this is now." if grown)
    ].compact
  end
  private_class_method :invalid
end
