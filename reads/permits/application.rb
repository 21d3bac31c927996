# frozen_string_literal: true

# What an office is told, from the file and the fleet. Documented as a partner's interface in docs/offices.md.
module Reads::Permits::Application
  UNIT = %i[number model_year make vin plate plate_state registered_lb axle_spacings_ft].freeze

  SIZES = %i[
    width_in
    height_in
    length_in
    trailer_length_in
    front_overhang_in
    rear_overhang_in
    gross_lb
  ].freeze

  # permit, file - rows
  def self.of(permit, file = DB[:permit_files].first(id: permit[:file_id]))
    part = file[:route].to_a.find { |one| one["state"] == permit[:jurisdiction] } || {}
    {
      kind: permit[:kind],
      company: Store::Company.row[:name],
      **file.slice(:contact, :deliver_by, :deliver_to, :reference, :attested_by),
      starts_on: file[:starts_on].iso8601,
      vehicle: {
        **file.slice(*SIZES),
        axles: file[:axles].to_a
      },
      load: file.slice(:what, :serial_number, :divisible),
      tractor: unit(file[:tractor_id]),
      trailer: unit(file[:trailer_id]),
      route: {
        **%w[from to miles].to_h { |name| [name.to_sym, part[name].to_s] },
        turns: part["turns"].to_a,
        wished: file[:wished_route]
      },
      answer: permit[:answer],
      amends: permit[:amends_id] && DB[:permits].where(id: permit[:amends_id]).get(:office_id)
    }
  end

  # One permit with its file, for a paper: [row, row of the file]. Raises Store::NotFound.
  def self.rows(permit_id)
    permit = DB[:permits].first(id: permit_id) or raise Store::NotFound.new("permit", permit_id)
    [permit, DB[:permit_files].first(id: permit[:file_id])]
  end

  def self.unit(id)
    row = id && DB[:units].first(id:) or return
    row.slice(*UNIT).merge(axle_spacings_ft: row[:axle_spacings_ft].to_a.map(&:to_f))
  end
  private_class_method :unit
end
