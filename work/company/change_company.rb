# frozen_string_literal: true

# What the company is called, where it is and the numbers that offices know it by.
module Work::Company::ChangeCompany
  FIELDS = %i[name address town state zip phone usdot_number carrier_number].freeze

  # input - FIELDS, and the version that was read. Returns 1. A town that is not told is its ZIP's.
  # Raises Refused `unknown_zip`, `no_usdot_number`, `no_carrier_number`, Work::Stale.
  def self.call(input, by:, now:)
    Work::Act.once(nil, "change_company", by:, now:) do |act|
      before = Store::Company::Companies.lock(1)
      row = read(input.slice(*FIELDS).transform_values(&:strip))
      Work::Stale.check(before, input[:version], of: ["company", 1], act: "change_company", yours: row) do
        before.slice(*FIELDS)
      end
      Store::Company::Companies.count_on(1, **row)
      act.changed("company", 1, Work::Act.difference(before, row))
      1
    end
  end

  def self.read(row)
    row.merge(
      **placed(row),
      usdot_number: number(row, :usdot_number, "A USDOT number has up to eight digits, like 1234567."),
      carrier_number: number(row, :carrier_number, "A carrier number is like MC-123456.")
    )
  end

  def self.placed(row)
    return {} if row[:zip].empty?

    zip = Store::Fleet::Zips.first(zip: row[:zip]) or
      raise Refused.new("unknown_zip", "No ZIP #{row[:zip]} is known: check the digits.", path: "/zip")
    %i[town state].to_h { |name| [name, row[name].empty? ? zip[name] : row[name]] }
  end

  def self.number(row, name, message)
    return "" if row[name].empty?

    Core::Company.public_send(name, row[name]) or raise Refused.new("no_#{name}", message, path: "/#{name}")
  end
  private_class_method :read, :placed, :number
end
