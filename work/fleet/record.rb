# frozen_string_literal: true

# What adding, changing and importing a directory record have in common: reading the fields, the rates, and
# what is refused.
module Work::Fleet::Record
  TAKEN = {
    "customers_name_once" => ["/name", "There is a customer of that name already."],
    "places_name_once" => ["/name", "There is a place of that name in that ZIP already."],
    "drivers_number_once" => ["/number", "Another driver has that number."],
    "units_number_once" => ["/number", "Another unit has that number."]
  }.freeze

  ARRAYS = {
    papers_wanted: :text,
    forbidden_states: :text,
    languages: :text,
    axle_spacings_ft: :numeric
  }.freeze

  # The row to write: known columns only, texts trimmed, a place put where its ZIP is.
  def self.row(table, input)
    row =
      input
        .slice(*Store::Fleet::COLUMNS[table])
        .transform_values { |value| value.is_a?(String) ? value.strip : value }
    row = place(row) if table == :places
    row = unit(row) if table == :units
    money =
      row.slice(:detention_hourly, :credit_limit, :discount_percent).select { |_, value| value.is_a?(String) }
    row = row.merge(money.transform_values { |value| value.empty? ? nil : BigDecimal(value) })
    driver(row) if table == :drivers
    discount(row) if table == :customers
    arrays(row)
  end

  # Both or neither.
  def self.discount(row)
    percent, days = row.values_at(:discount_percent, :discount_days)
    return if percent.nil? && days.nil?
    return if percent && days && Core::Billing.discount?(percent)

    if percent.nil? || days
      raise Refused.new(
              "discount_percent",
              "Percent above nothing and up to #{Core::Billing::MOST_DISCOUNT}, or leave the days empty too.",
              path: "/discount_percent"
            )
    end
    raise Refused.new("discount_days", "Within how many days is it taken off?", path: "/discount_days")
  end

  def self.place(row)
    zip = Store::Fleet::Zips.first(zip: row[:zip]) or
      raise Refused.new("unknown_zip", "No ZIP #{row[:zip]} is known: check the digits.", path: "/zip")
    defaults = zip.slice(:town, :state, :latitude, :longitude)
    {
      **defaults,
      **row.reject { |column, value| defaults.key?(column) && ["", nil].include?(value) },
      zone: zip[:zone]
    }
  end

  def self.unit(row)
    trailer_kind = row[:trailer_kind].to_s.empty? ? nil : row[:trailer_kind]
    if (row[:kind] == "trailer") == trailer_kind.nil?
      raise Refused.new(
              "trailer_kind",
              row[:kind] == "trailer" ? "What kind of trailer is it?" : "A tractor has no kind of trailer.",
              path: "/trailer_kind"
            )
    end

    check_vin(row[:vin].to_s)
    decimals = row.slice(:miles_per_gallon, :fee, :rent_daily).select { |_, value| value.is_a?(String) }
    row = row.merge(decimals.transform_values { |value| BigDecimal(value) })
    row.merge(trailer_kind:, **holders(row))
  end

  # Who operates it and whose it is, by name, beside their ids. Raises Refused `unknown_driver`,
  # `unknown_company`, `two_owners`.
  def self.holders(row)
    if row[:owner_driver_id] && row[:owner_company_id]
      raise Refused.new("two_owners", "It is a driver's or a company's, not both.", path: "/owner_company_id")
    end

    {
      operator: named(Store::Fleet::Drivers, row, :operator_id, "driver"),
      owner:
        named(Store::Fleet::Drivers, row, :owner_driver_id, "driver") +
          named(Store::Pay::OperatingCompanies, row, :owner_company_id, "company")
    }
  end

  def self.named(rows, row, column, what)
    return "" if row[column].nil?

    rows.at(row[column]).get(:name) or
      raise Refused.new("unknown_#{what}", "There is no such #{what}.", path: "/#{column}")
  end

  # Drafts follow the units and drivers that they rest on.
  def self.follow_pay(table, id, before, after)
    case table
    when :drivers
      Work::Pay::BuildRun.of_drivers([id])
    when :units
      Work::Pay::BuildRun.of_drivers([before[:operator_id], after.fetch(:operator_id, before[:operator_id])])
    end
  end

  def self.check_vin(vin)
    trouble = vin.empty? ? nil : Core::Fit.vin_trouble(vin)
    raise Refused.new("vin_check", trouble, path: "/vin") if trouble
  end

  # Lists as the database's arrays.
  def self.arrays(row)
    row.to_h do |column, value|
      [column, ARRAYS.key?(column) && value.is_a?(Array) ? Sequel.pg_array(value, ARRAYS[column]) : value]
    end
  end

  def self.driver(row)
    return if Store::Company::Terminals.row(row[:terminal_id])

    raise Refused.new("unknown_terminal", "There is no such terminal.", path: "/terminal_id")
  end

  # Of a plan of pay, what is no decimal.
  AS_THEY_ARE = %i[basis percent_of_fuel stops_included].freeze

  # What a plan has where nobody said it.
  UNSAID = { stops_included: 2, loaded_mile_rate: "0", empty_mile_rate: "0" }.freeze

  # A driver's rates hold from today; a change on the same day replaces that day's plan.
  def self.write_rates(driver_id, input, now)
    rates = input.slice(*Store::Fleet::RATES)
    current = Store::Fleet.pay_plan(driver_id, now.to_date)
    wanted =
      { **UNSAID, **(current || {}).slice(*Store::Fleet::RATES), **rates }.to_h do |name, value|
        [name, AS_THEY_ARE.include?(name) ? value : BigDecimal(value)]
      end
    # What only a plan's own page can change goes on.
    wanted = (current || {}).slice(*Store::Fleet::TERMS).merge(wanted)
    return if current && wanted.all? { |name, value| current[name] == value }

    # Who is put down without a rate gets one where pay is kept; until then a run says that he has none.
    check_rate(wanted) if rates.any?
    Store::Pay::Plans.keep(
      { driver_id:, in_force_from: current ? now.to_date : Date.new(2000, 1, 1), **wanted },
      key: %i[driver_id in_force_from],
      version: true
    )
    Work::Pay::KeepPlan.follow(driver_id, now:)
  end

  # Raises Refused `rate_missing` at the rate that this way of paying cannot do without.
  def self.check_rate(plan)
    rate = Core::Pay::Earnings::RATES.fetch((plan[:basis] || "per_mile").to_sym).first
    return unless (plan[rate] || 0).zero?

    raise Refused.new("rate_missing", "Say at which rate this driver is paid.", path: "/#{rate}")
  end

  # Runs the block and turns a broken constraint into its sentence.
  def self.saying(&)
    DB.transaction(savepoint: true, &)
  rescue Sequel::ConstraintViolation => e
    path, message = TAKEN.fetch(Work::Act.broken_constraint(e)) { raise }
    raise Refused.new("taken", message, path:)
  end
  private_class_method :place, :unit, :holders, :named, :check_vin, :arrays, :driver, :check_rate
end
