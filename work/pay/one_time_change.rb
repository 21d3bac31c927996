# frozen_string_literal: true

# Puts right what is given or taken once, while no locked statement has any of it: its name, its note, how much and
# from when; it stays in as many parts.
module Work::Pay::OneTimeChange
  # input - { key:, version: of the item, label:, note:, amount: decimal text of all of it, due_on: Date of the
  #         first part }
  # Returns { item_id:, change_id: }, the latter where it waits for a second person. Raises Refused `locked`,
  # `withdrawn`, `nothing`, Work::Stale.
  def self.call(item_id, input, by:, now:)
    Work::Act.once(
      input[:key],
      "change_one_time",
      by:,
      now:,
      input: Work::Act.plain(input.merge(item_id:))
    ) do |act|
      item = Store::Pay::Items.lock(item_id) or raise Store::NotFound.new("item", item_id)
      parts = Store::Pay::ItemParts.where(item_id:).order(:due_on, :id).all
      check(item, parts, input)
      before = { label: item[:label], note: item[:note], amount: parts.sum { |part| part[:amount] } }
      next ask(item, input.merge(was: before[:amount].to_s("F")), act) if many?(before[:amount], input)

      make(item_id, input)
      after = {
        label: input[:label].strip,
        note: input[:note].to_s.strip,
        amount: BigDecimal(input[:amount])
      }
      act.changed("driver", item[:driver_id], Work::Act.difference(before, after))
      act.changed("item", item_id, Work::Act.difference(before, after))
      { item_id:, change_id: nil }
    end
  end

  # Raises Refused `locked`, `withdrawn`, `nothing`, Work::Stale.
  def self.make(item_id, input)
    item = Store::Pay::Items.lock(item_id)
    parts = Store::Pay::ItemParts.where(item_id:).order(:due_on, :id).all
    check(item, parts, input)
    Store::Pay::Items.change(item, label: input[:label].strip, note: input[:note].to_s.strip)
    recut(parts, Money.parse_cents(input[:amount]), input[:due_on])
    Work::Pay::BuildRun.of_drivers([item[:driver_id]])
  end

  # Another amount beyond what one person gives alone.
  def self.many?(amount, input)
    cents = Money.parse_cents(input[:amount])
    cents != Money.cents(amount) && Work::Pay::Nets.many?(1, cents.abs)
  end

  def self.ask(item, input, act)
    of = { item_id: item[:id], driver_id: item[:driver_id] }
    cents = Money.parse_cents(input[:amount]).abs
    change_id = Work::Pay::AskChange.call("one_time_change", input, cents:, by: act.by, now: act.now, **of)
    says = { amount: [input[:was], "#{input[:amount]}, waits for a second person"] }
    act.changed("driver", item[:driver_id], says)
    act.changed("item", item[:id], says)
    { item_id: item[:id], change_id: }
  end

  def self.check(item, parts, input)
    if Store::Pay::ItemParts.where(item_id: item[:id]).exclude(Store::Pay.unlocked).any?
      raise Refused.new(
              "locked",
              "It is on a statement that is locked: put it right with another one.",
              path: ""
            )
    end
    raise Refused.new("withdrawn", "It was taken back.", path: "") if item[:withdrawn_at]

    Work::Stale.check(
      item,
      input[:version],
      of: ["item", item[:id]],
      yours: input.slice(:label, :note, :amount)
    ) { { **item.slice(:label, :note), amount: parts.sum { |part| part[:amount] } } }
    return unless Money.parse_cents(input[:amount]).abs < parts.length

    raise Refused.new("nothing", "Say how much; no part may be nothing.", path: "/amount")
  end

  # The same parts with their share of another amount, moved by as many days as the first.
  def self.recut(parts, cents, due_on)
    days = due_on ? (due_on - parts.first[:due_on]).to_i : 0
    shares = Money.installments(cents.abs, parts.length).map { |some| cents.negative? ? -some : some }
    parts
      .zip(shares)
      .each do |part, some|
        Store::Pay::ItemParts.at(part[:id]).update(amount: Money.to_d(some), due_on: part[:due_on] + days)
      end
  end
  private_class_method :many?, :ask, :check, :recut
end
