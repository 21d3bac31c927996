# frozen_string_literal: true

# Permit files as they stood at a version, frozen: what an office was asked with.
Store::Permits::Versions =
  Store::Table.of(:permit_file_versions) do
    def row_at(file_id, version) = where(file_id:, version:).first

    # What an office was asked with for a permit, nil where that was not kept.
    def asked_with(permit) =
      permit[:asked_version] && row_at(permit[:file_id], permit[:asked_version])&.fetch(:facts)&.to_h

    # Everything that an office is told of a file as it is now, whichever is asked: Hash by text. file - row
    def facts(file)
      applicant = Store::Permits.applicant(file[:applicant_id])
      plain =
        file.slice(*Store::Permits::TOLD).merge(
          company: applicant[:name],
          applicant: applicant.slice(*Store::Permits::APPLICANT),
          starts_on: file[:starts_on].iso8601,
          attested_at: file[:attested_at]&.iso8601,
          vehicle: file.slice(*Store::Permits::SIZES).merge(axles: file[:axles].to_a),
          load: file.slice(:what, :serial_number, :divisible, :pieces, :stacked),
          tractor: unit(file[:tractor_id]),
          trailer: unit(file[:trailer_id]),
          spare_tractors: file[:spare_tractors].to_a,
          route: file[:route].to_a,
          wished: file[:wished_route]
        )
      JSON.parse(JSON.generate(plain))
    end

    private

    def unit(id)
      row = id && Store::Fleet::Units.row(id) or return
      row.slice(*Store::Permits::UNIT).merge(axle_spacings_ft: row[:axle_spacings_ft].to_a.map(&:to_f))
    end
  end
