# frozen_string_literal: true

# What an office is told, from the file and the fleet. Documented as a partner's interface in docs/offices.md.
module Reads::Permits::Application
  TOLD = %w[
    company
    contact
    deliver_by
    deliver_to
    also_by
    also_to
    reference
    attested_by
    attested_at
    starts_on
  ].freeze

  # One application, from the version of the file that it is asked with; from the file as it is while none
  # was asked.
  #
  # permit - row
  def self.of(permit)
    facts =
      Store::Permits::Versions.asked_with(permit) ||
        Store::Permits::Versions.facts(Store::Permits::Files.row(permit[:file_id]))
    part = facts["route"].find { |one| one["state"] == permit[:jurisdiction] } || {}
    {
      kind: permit[:kind],
      **facts.slice(*TOLD).transform_keys(&:to_sym),
      **%i[applicant vehicle load tractor trailer].to_h do |what|
        [what, facts[what.to_s]&.transform_keys(&:to_sym)]
      end,
      spare_tractors: facts["spare_tractors"].to_a,
      route: {
        **%w[from to miles].to_h { |name| [name.to_sym, part[name].to_s] },
        turns: part["turns"].to_a,
        wished: facts["wished"]
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
end
