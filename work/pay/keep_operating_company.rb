# frozen_string_literal: true

# The operating companies under one roof: each pays its own drivers, with statements and a bank number of its
# own. A driver of none is the house's.
module Work::Pay::KeepOperatingCompany
  FIELDS = %i[name address town state zip bank_company_id retired].freeze

  # id - nil for a new one; else input has the version that was read. Returns its id. Raises Refused
  #      `name_taken`, Work::Stale.
  def self.call(id, input, by:, now:)
    Work::Act.once(input[:key], "keep_operating_company", by:, now:, input: input.merge(id:)) do |act|
      row = input.slice(*FIELDS).transform_values { |value| value.is_a?(String) ? value.strip : value }
      if id
        before = Store::Pay::OperatingCompanies.lock(id) or raise Store::NotFound.new("company", id)
        ours = { of: ["company", 1], act: "keep_operating_company" }
        Work::Stale.check(before, input[:version], **ours, yours: row) { before.slice(*FIELDS) }
        row = row.merge(version: before[:version] + 1)
      end
      id = write(id, row)
      Store::Fleet.rename_on_units(row[:name], company_id: id) if row[:name]
      act.changed("company", 1, { "operating company" => [nil, row[:name]] })
      id
    end
  end

  # input - { key:, operating_company_id: or nil }. What is not locked yet comes from the new one. Returns the
  #         driver's id.
  def self.employ(driver_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "change_operating_company",
      by:,
      now:,
      input: input.merge(driver_id:)
    ) do |act|
      driver = Store::Fleet::Drivers.row(driver_id) or raise Store::NotFound.new("driver", driver_id)
      names = Store::Pay::OperatingCompanies.select_hash(:id, :name)
      if input[:operating_company_id] && !names.key?(input[:operating_company_id])
        raise Store::NotFound.new("company", input[:operating_company_id])
      end

      Store::Fleet::Drivers.at(driver_id).update(operating_company_id: input[:operating_company_id])
      Work::Pay::BuildRun.drafts(Date.new(2000, 1, 1), only: [driver_id])
      act.changed(
        "driver",
        driver_id,
        { operating_company: [names[driver[:operating_company_id]], names[input[:operating_company_id]]] }
      )
      driver_id
    end
  end

  def self.write(id, row)
    DB.transaction(savepoint: true) do
      id ? Store::Pay::OperatingCompanies.at(id).update(row) : id = Store::Pay::OperatingCompanies.insert(row)
      id
    end
  rescue Sequel::UniqueConstraintViolation
    raise Refused.new("name_taken", "There is a company of that name.", path: "/name")
  end
  private_class_method :write
end
