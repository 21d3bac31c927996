# frozen_string_literal: true

require "csv"

# Takes down what payroll withholds of drivers on a run that is being made: typed, or from its file. What an order
# takes is worked out from taxes that somebody gave, never from none.
module Work::Pay::GiveTaxes
  MOST_BYTES = 1_000_000

  # input - { key:, rows: [{ driver_id:, amount: decimal text, nil to take it back }] }
  # Returns the run's id. Raises Refused `locked`, `not_on_run`, `more_than_gross`.
  def self.call(run_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "give_taxes",
      by:,
      now:,
      input: Work::Act.plain(input.merge(run_id:))
    ) do |act|
      run = Store::Pay::Runs.lock(run_id) or raise Store::NotFound.new("pay run", run_id)
      if run[:status] != "draft"
        raise Refused.new("locked", "This run is locked: open it again first.", path: "")
      end

      gross = Store::Pay::Statements.where(pay_run_id: run_id).select_hash(:driver_id, :gross)
      input[:rows].each_with_index { |row, i| keep(run_id, row, gross[row[:driver_id]], i, by, now) }
      Work::Pay::BuildRun.call(run_id, only: input[:rows].map { |row| row[:driver_id] })
      act.changed("pay_run", run_id, { taxes: [nil, "for #{input[:rows].length} of its statements"] })
      run_id
    end
  end

  # csv - with the columns number (the driver's) and taxes
  # Raises Refused `too_large`, `not_csv`, `missing_column`, and `wrong_rows` with all that is wrong by line.
  def self.file(run_id, csv, key:, by:, now:)
    if csv.bytesize > MOST_BYTES
      raise Refused.new("too_large", "A file of more than 1 MB is no list of taxes.", path: "/file")
    end

    rows = parse(csv)
    ids = Store::Fleet::Drivers.where(number: rows.map { |row| row[:number] }).select_hash(:number, :id)
    on_run = Store::Pay::Statements.where(pay_run_id: run_id).select_map(:driver_id)
    wrong = rows.filter_map { |row| trouble(row, ids, on_run) }
    raise Refused.new("wrong_rows", wrong.first(5).join(" "), path: "/file") if wrong.any?

    call(
      run_id,
      { key:, rows: rows.map { |row| { driver_id: ids[row[:number]], amount: row[:taxes] } } },
      by:,
      now:
    )
  end

  def self.keep(run_id, row, gross, index, by, now)
    name = -> { Store::Fleet::Drivers.at(row[:driver_id]).get(:name) || "Nobody" }
    unless gross
      raise Refused.new("not_on_run", "#{name.call} has no statement in this run.", path: "/rows/#{index}")
    end
    if row[:amount].nil?
      return Store::Pay::WithheldTaxes.where(pay_run_id: run_id, driver_id: row[:driver_id]).delete
    end

    amount = BigDecimal(row[:amount])
    if amount > [gross, 0].max
      raise Refused.new(
              "more_than_gross",
              "#{name.call} earns $#{Money.dollars_text(gross)} here: no more than that can be withheld.",
              path: "/rows/#{index}/amount"
            )
    end
    Store::Pay::WithheldTaxes.keep(
      { pay_run_id: run_id, driver_id: row[:driver_id], amount:, gross:, given_by: by.name, given_at: now },
      key: %i[pay_run_id driver_id]
    )
  end

  def self.parse(csv)
    table = CSV.parse(csv.dup.force_encoding("UTF-8").delete_prefix("\uFEFF"), headers: true)
    lacking = %w[number taxes] - table.headers.compact.map { |name| name.strip.downcase }
    if lacking.any?
      raise Refused.new(
              "missing_column",
              "The first line has to name the columns number and taxes; #{lacking.join(" and ")} is not there.",
              path: "/file"
            )
    end
    table
      .each
      .with_index(2)
      .map do |row, line|
        told = row.to_h.transform_keys { |name| name.to_s.strip.downcase }
        { line:, number: told["number"].to_s.strip, taxes: told["taxes"].to_s.delete("$,").strip }
      end
  rescue CSV::MalformedCSVError, ArgumentError
    raise Refused.new("not_csv", "This is no CSV file.", path: "/file")
  end

  def self.trouble(row, ids, on_run)
    said = "Line #{row[:line]}:"
    return "#{said} no driver has the number #{row[:number]}." unless ids[row[:number]]
    return "#{said} #{row[:number]} has no statement in this run." unless on_run.include?(ids[row[:number]])

    "#{said} #{row[:taxes]} is no amount." unless row[:taxes].match?(/\A\d{1,9}(\.\d{1,2})?\z/)
  end
  private_class_method :keep, :parse, :trouble
end
