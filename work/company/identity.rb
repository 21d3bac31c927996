# frozen_string_literal: true

# What a company is called, where it is and the numbers that offices know it by, as they are typed.
module Work::Company::Identity
  FIELDS = %i[name address town state zip phone usdot_number carrier_number].freeze

  # input - FIELDS by text. A town that is not told is its ZIP's. Returns the row. Raises Refused `unknown_zip`,
  # `no_usdot_number`, `no_carrier_number`.
  def self.read(input)
    row = input.slice(*FIELDS).transform_values(&:strip)
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
  private_class_method :placed, :number
end
