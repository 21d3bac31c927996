# frozen_string_literal: true

# What an office without an interface has answered, keyed in by the clerk.
module Work::Permits::KeyAnswer
  # input - { key:, file_version: of the application on paper, nil for what was sent or is there now, status:
  # issued,
  #         review, asked or refused, said:, number:, fee: dollars, valid_from:, valid_to: Date }; an issued
  #         permit
  #         has the last four
  # Returns the load's id. Raises Refused `not_attested`, `issued_already`, `field_missing`, `days_reversed`,
  # `no_such_version`.
  def self.call(permit_id, input, by:, now:)
    Work::Act.once(input[:key], "key_permit_answer", by:, now:, input: input.merge(permit_id:)) do |act|
      permit = Store::Permits::Permits.lock(permit_id) or raise Store::NotFound.new("permit", permit_id)
      file = Store::Permits::Files.row(permit[:file_id])
      if %w[issued cancelled].include?(permit[:status])
        raise Refused.new(
                "issued_already",
                "This permit is #{permit[:status]} already: give it up first.",
                path: ""
              )
      end

      asked_version = asked_version(permit, file, input[:file_version])
      facts = Store::Permits::Versions.row_at(file[:id], asked_version)[:facts]
      Work::Permits::Version.refuse_unattested(facts["attested_by"])
      # It no longer waits for an interface's answer.
      change = {
        asked_version:,
        status: input[:status],
        said: input[:said].to_s.strip,
        office_id: nil,
        sent_at: permit[:sent_at] || now,
        answered_at: now
      }
      change.merge!(issued(input, permit.merge(asked_version:))) if input[:status] == "issued"
      Store::Permits::Permits.change(permit, **change)
      if input[:status] == "issued" && permit[:amends_id]
        Store::Permits::Permits.at(permit[:amends_id]).update(status: "cancelled")
      end
      act.changed(
        "load",
        file[:load_id],
        { "permit #{permit[:jurisdiction]}" => [permit[:status], input[:status]] }
      )
      file[:load_id]
    end
  end

  # What the office had before it: what was sent, or the version that the paper names.
  def self.asked_version(permit, file, told)
    version = told || permit[:asked_version] || file[:version]
    return version if Store::Permits::Versions.row_at(file[:id], version)

    raise Refused.new(
            "no_such_version",
            "The file has no version #{version}: the application on paper names the one that the office saw.",
            path: "/file_version"
          )
  end

  def self.issued(input, permit)
    missing = %i[number fee valid_from valid_to].find { |name| input[name].to_s.strip.empty? }
    if missing
      raise Refused.new(
              "field_missing",
              "An issued permit has a number, a fee and its days.",
              path: "/#{missing}"
            )
    end
    if input[:valid_to] < input[:valid_from]
      raise Refused.new("days_reversed", "The last day is before the first.", path: "/valid_to")
    end

    {
      number: input[:number].strip,
      fee: BigDecimal(input[:fee]),
      valid_from: input[:valid_from],
      valid_to: input[:valid_to],
      issued_for: Sequel.pg_jsonb(Work::Permits::Version.asked_with(permit)),
      guide:
        Sequel.pg_jsonb(
          Work::Permits::Draft.guide(Store::Permits::Files.row(permit[:file_id]), permit[:jurisdiction])
        )
    }
  end
  private_class_method :issued, :asked_version
end
