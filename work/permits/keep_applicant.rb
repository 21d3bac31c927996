# frozen_string_literal: true

# Another company that permits are asked for: kept with its name and numbers, as offices know it.
module Work::Permits::KeepApplicant
  FIELDS = Work::Company::Identity::FIELDS

  # id - nil for a new one; input - FIELDS and retired, with a key or the version that was read
  # Returns its id. Raises Store::NotFound, Work::Stale, Refused `name_taken`, and as Company::Identity does.
  def self.call(id, input, by:, now:)
    Work::Act.once(input[:key], "keep_applicant", by:, now:, input: input.merge(id:)) do |act|
      row = { **Work::Company::Identity.read(input), retired: input[:retired] || false }
      before = id && (Store::Permits::Applicants.lock(id) || raise(Store::NotFound.new("applicant", id)))
      check(before, row, input)
      id ? Store::Permits::Applicants.change(before, **row) : id = Store::Permits::Applicants.insert(row)
      act.changed("company", 1, { "permits for" => [before && before[:name], row[:name]] })
      id
    end
  end

  def self.check(before, row, input)
    if before
      Work::Stale.check(before, input[:version], of: ["company", 1], act: "keep_applicant", yours: row) do
        before.slice(*FIELDS, :retired)
      end
    end
    taken = Store::Permits::Applicants.where(name: row[:name]).exclude(id: before && before[:id]).any?
    taken ||= Store::Company.row&.fetch(:name) == row[:name]
    return unless taken

    raise Refused.new("name_taken", "#{row[:name]} is kept already.", path: "/name")
  end
  private_class_method :check
end
