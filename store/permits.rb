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

  # The towns of the load's stops, in order: what its way depends on.
  def self.way(load_id) = Store::Freight.stops(load_id).map { |stop| "#{stop[:town]}, #{stop[:state]}" }.join(" → ")

  # What a permit is issued for: a change of it is seen.
  def self.issued_for(file) = file.slice(:width_in, :height_in, :length_in, :gross_lb, :tractor_id, :way).transform_keys(&:to_s)

  # What has changed in the load since its file was made: sentences.
  def self.outdated(file)
    lines = Store::Freight.parts(:freight_lines, file[:load_id])
    grown = { width_in: "wider", length_in: "longer" }.filter_map { |size, word| word if lines.filter_map { |line| line[size] }.max.to_i > file[size] }
    grown << "heavier" if lines.sum { |line| line[:weight_lb].to_i } > file[:gross_lb]
    [("The load's stops have changed since its permit file was made." if file[:way] != way(file[:load_id])), ("The freight is #{grown.join(" and ")} now than the permit file says." if grown.any?)].compact
  end

  # What keeps a load from moving: sentences, empty where nothing does.
  # starts_at - when its trip begins, tractor_id - what pulls it; both are held against the permits where told
  def self.missing(load_id, starts_at: nil, tractor_id: nil)
    file = file_of(load_id) or return []
    permits = permits(file[:id])
    [*outdated(file), *of_permits(file, permits, starts_at, tractor_id)]
  end

  def self.of_permits(file, permits, starts_at, tractor_id)
    open = permits.select { |permit| OPEN.include?(permit[:state]) }.map { |permit| "#{permit[:jurisdiction]}: the permit is #{permit[:state] == "draft" ? "not applied for" : permit[:state]}." }
    load = Store::Freight.load(file[:load_id])
    zone = TZInfo::Timezone.get(load[:pickup_zone] || "UTC")
    open + permits.select { |permit| permit[:state] == "issued" }.flat_map { |permit| invalid(permit, file, starts_at && zone.to_local(starts_at).to_date, tractor_id) } + ends_late(file, permits, load)
  end

  # The last state's permit must last until the delivery; the others are behind by then.
  def self.ends_late(file, permits, load)
    last = permits.find { |permit| permit[:state] == "issued" && permit[:jurisdiction] == file[:route].to_a.last&.fetch("state") }
    forecast = DB[:forecasts].where(stop_id: Store::Freight.stops(load[:id]).last[:id]).max(:arrive_at)
    at = [load[:delivery_at], forecast].compact.max
    day = at && TZInfo::Timezone.get(load[:delivery_zone] || "UTC").to_local(at).to_date
    last && day && day > last[:valid_to] ? ["#{last[:jurisdiction]}: permit #{last[:number]} ends #{last[:valid_to]}, and the delivery is expected #{day}."] : []
  end

  def self.invalid(permit, file, day, tractor_id)
    name, was = "#{permit[:jurisdiction]}: permit #{permit[:number]}", permit[:issued_for]
    outside = day && !(permit[:valid_from]..permit[:valid_to]).cover?(day)
    grown = %w[width_in height_in length_in gross_lb].any? { |size| was[size] && was[size] < file[size.to_sym] }
    [
      ("#{name} is good from #{permit[:valid_from]} to #{permit[:valid_to]}, and the trip begins #{day}." if outside),
      ("#{name} is for another way: #{was["way"]}." if was["way"] && was["way"] != file[:way]),
      ("#{name} is for another tractor." if tractor_id && was["tractor_id"] && was["tractor_id"] != tractor_id),
      ("#{name} is for a smaller load than this is now." if grown)
    ].compact
  end
  private_class_method :of_permits, :ends_late, :invalid
end
