# frozen_string_literal: true

# What is given or taken once: a bonus, a charge, money back; at once or over several statements; pushed to
# the next one or split while a statement is being made, and that undone again.
module Work::Pay::OneTime
  # input - { key:, driver_ids: Array, empty for everybody, operating_company_id: to be everybody of that
  #         company, kind:, label:, note:, amount:, fee_fixed:, fee_percent:, parts:, due_on: }
  # Returns { given:, change_id: }: how many were made, or the change that waits for a second person where it
  # is for more drivers or dollars than one may give alone. Raises Refused `nothing`, `too_many_parts`.
  def self.give(input, by:, now:)
    check(input)
    Work::Act.once(input[:key], "give_one_time", by:, now:, input: Work::Act.plain(input)) do |act|
      ids, cents = driver_ids(input), total_cents(input)
      change_id = ask(input, ids, cents, by:, now:) if many?(input)
      what = "#{Money.text(cents)} for #{ids.length}#{", waits for a second person" if change_id}"
      act.changed("company", 1, { input[:label] => [nil, what] }, why: input[:note])
      { given: change_id ? 0 : make(input, by:, now:), change_id: }
    end
  end

  # Returns the id of the change that waits.
  def self.ask(input, ids, cents, by:, now:) =
    Work::Pay::AskChange.call(
      "one_time",
      input,
      drivers: ids.length,
      cents: (cents * ids.length).abs,
      by:,
      now:,
      driver_id: (ids.first if ids.one?)
    )

  # What it would do: see Nets.moved. One that is due later is looked at as if it were due now, with its first
  # part.
  def self.preview(input, now:)
    check(input)
    cents = cut(total_cents(input), input[:parts] || 1).first
    part = { **input.slice(:kind, :label), amount: Money.to_d(cents), id: 0, item_id: nil, deduction_id: nil }
    Work::Pay::Nets.moved(now) do |run|
      Work::Pay::Facts.new(run, given: driver_ids(input).to_h { |id| [id, [part]] })
    end
  end

  # Whether it is more than one person may give alone, to one driver or to many.
  def self.many?(input) =
    driver_ids(input).length.then do |drivers|
      Work::Pay::Nets.many?(drivers, (total_cents(input) * drivers).abs)
    end

  # Returns how many were made.
  def self.make(input, by:, now:)
    ids = driver_ids(input)
    ids.each { |driver_id| item(driver_id, total_cents(input), input, by, now) }
    Work::Pay::BuildRun.drafts(input[:due_on], only: ids)
    ids.length
  end

  # Past the statement that is being made, to the next. Raises Refused `locked`, `not_due`.
  def self.push(part_id, input, by:, now:)
    changed(part_id, "push_one_time", input, by, now) do |part, run|
      raise Refused.new("not_due", "It is on no statement that is being made.", path: "") if run.nil?

      Store::Pay::ItemParts.at(part_id).update(
        due_on: run[:to_on] + 1,
        pushed_from: part[:pushed_from] || part[:due_on],
        statement_id: nil
      )
    end
  end

  def self.pull(part_id, input, by:, now:)
    changed(part_id, "pull_one_time", input, by, now) do |part, _|
      raise Refused.new("not_pushed", "It was not pushed.", path: "") if part[:pushed_from].nil?

      Store::Pay::ItemParts.at(part_id).update(due_on: part[:pushed_from], pushed_from: nil)
    end
  end

  # Into equal parts, the first where it is, the others one period later each. Raises Refused `locked`,
  # `too_many_parts`.
  def self.split(part_id, input, by:, now:)
    changed(part_id, "split_one_time", input, by, now) do |part, _|
      cents = Money.cents(part[:amount])
      if input[:parts] > cents.abs
        raise Refused.new("too_many_parts", "No part may be nothing.", path: "/parts")
      end

      first, *others = cut(cents, input[:parts])
      Store::Pay::ItemParts.at(part_id).update(amount: Money.to_d(first))
      frequency = Store::Pay.settings[:frequency]
      others
        .each
        .with_index(1) do |some, i|
          Store::Pay::ItemParts.insert(
            item_id: part[:item_id],
            amount: Money.to_d(some),
            due_on: Core::Pay::Periods.periods_later(part[:due_on], i, frequency)
          )
        end
    end
  end

  # All parts that are on no locked statement, one again, where the first of them is. Raises Refused `locked`.
  def self.unite(part_id, input, by:, now:)
    changed(part_id, "unite_one_time", input, by, now) do |part, _|
      rows = free(part[:item_id])
      Store::Pay::ItemParts.where(id: rows.map { |row| row[:id] } - [part_id]).delete
      Store::Pay::ItemParts.at(part_id).update(
        amount: rows.sum { |row| row[:amount] },
        due_on: rows.map { |row| row[:due_on] }.min
      )
    end
  end

  # Takes back what no locked statement has; a receipt or a card's purchase that it came from waits again.
  # Raises Refused `locked`.
  def self.withdraw(part_id, input, by:, now:)
    changed(part_id, "withdraw_one_time", input, by, now) do |part, _|
      rows = free(part[:item_id])
      settled = Store::Pay::ItemParts.where(item_id: part[:item_id]).count > rows.length
      if settled
        Store::Pay::ItemParts.where(id: rows.map { |row| row[:id] }).delete
      else
        withdrawn(part[:item_id], now)
      end
    end
  end

  def self.withdrawn(item_id, now)
    Store::Pay::Items.at(item_id).update(withdrawn_at: now)
    Store::Pay::Receipts.where(item_id:).update(
      status: "handed_in",
      item_id: nil,
      why: nil,
      answered_by: nil,
      answered_at: nil
    )
    Store::Pay::CardTransactions.where(item_id:).update(charged_to: nil, item_id: nil, settled_by: nil)
  end

  def self.changed(part_id, name, input, by, now)
    Work::Act.once(input[:key], name, by:, now:, input: input.merge(part_id:)) do |act|
      part = Store::Pay::ItemParts.lock(part_id) or raise Store::NotFound.new("item", part_id)
      item = Store::Pay::Items.row(part[:item_id])
      run =
        part[:statement_id] &&
          Store::Pay::Runs.lock(Store::Pay::Statements.at(part[:statement_id]).select(:pay_run_id))
      if run && run[:status] != "draft"
        raise Refused.new("locked", "It is on a statement that is locked.", path: "")
      end

      yield part, run
      Work::Pay::BuildRun.drafts(
        Store::Pay::Runs.where(status: "draft").min(:from_on) || now.to_date,
        only: [item[:driver_id]]
      )
      act.changed("driver", item[:driver_id], { item[:label] => [nil, name.split("_").first] })
      part_id
    end
  end

  # Parts of an item on no locked statement.
  def self.free(item_id) =
    Store::Pay::ItemParts.where(item_id:).where(Store::Pay.unlocked).order(:due_on, :id).all

  def self.driver_ids(input)
    return input[:driver_ids] if input[:driver_ids].to_a.any?

    everybody = Store::Fleet::Drivers.where(retired: false)
    (
      if input[:operating_company_id]
        everybody.where(operating_company_id: input[:operating_company_id])
      else
        everybody
      end
    ).order(:id).select_map(:id)
  end

  def self.check(input)
    cents = total_cents(input)
    raise Refused.new("nothing", "Say how much.", path: "/amount") if cents.zero?
    if (input[:parts] || 1) > cents.abs
      raise Refused.new("too_many_parts", "No part may be nothing.", path: "/parts")
    end
  end

  def self.item(driver_id, cents, input, by, now)
    parts = input[:parts] || 1
    item_id =
      Store::Pay::Items.insert(
        driver_id:,
        kind: input[:kind],
        label: input[:label].strip,
        note: input[:note].to_s.strip,
        made_by: by.name,
        made_at: now
      )
    frequency = Store::Pay.settings[:frequency]
    cut(cents, parts).each_with_index do |some, i|
      Store::Pay::ItemParts.insert(
        item_id:,
        amount: Money.to_d(some),
        due_on: Core::Pay::Periods.periods_later(input[:due_on], i, frequency)
      )
    end
  end

  def self.total_cents(input)
    amount = BigDecimal(input[:amount])
    Money.cents(amount) + Money.cents(BigDecimal(input[:fee_fixed] || "0")) +
      Money.cents(amount * BigDecimal(input[:fee_percent] || "0") / 100)
  end

  def self.cut(cents, parts) =
    Money.installments(cents.abs, parts).map { |some| cents.negative? ? -some : some }
  private_class_method :ask, :changed, :withdrawn, :free, :driver_ids, :check, :item, :total_cents, :cut
end
