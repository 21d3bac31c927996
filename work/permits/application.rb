# frozen_string_literal: true

# What an office is told, from the file and the fleet. Documented as a partner's interface in docs/offices.md.
module Work::Permits::Application
  UNIT = %i[number model_year make vin plate plate_state registered_lb axle_spacings_ft].freeze

  def self.of(permit)
    file = DB[:permit_files].first(id: permit[:file_id])
    part = file[:route].to_a.find { |one| one["state"] == permit[:jurisdiction] } || {}
    {
      kind: permit[:kind],
      company: Store::Company.row[:name],
      contact: file[:contact],
      deliver_by: file[:deliver_by],
      deliver_to: file[:deliver_to],
      reference: file[:reference],
      starts_on: file[:starts_on].iso8601,
      vehicle: {
        **file.slice(
          :width_in,
          :height_in,
          :length_in,
          :trailer_length_in,
          :front_overhang_in,
          :rear_overhang_in,
          :gross_lb
        ),
        axles: file[:axles].to_a
      },
      load: {
        what: file[:what],
        serial_number: file[:serial_number],
        divisible: file[:divisible]
      },
      tractor: unit(file[:tractor_id]),
      trailer: unit(file[:trailer_id]),
      route: {
        from: part["from"].to_s,
        to: part["to"].to_s,
        miles: part["miles"].to_s,
        turns: part["turns"].to_a,
        wished: file[:wished_route]
      },
      attested_by: file[:attested_by],
      answer: permit[:answer],
      amends: permit[:amends_id] && DB[:permits].where(id: permit[:amends_id]).get(:office_id)
    }
  end

  def self.unit(id)
    row = id && DB[:units].first(id:) or return
    row.slice(*UNIT).merge(axle_spacings_ft: row[:axle_spacings_ft].to_a.map(&:to_f))
  end
  private_class_method :unit
end
