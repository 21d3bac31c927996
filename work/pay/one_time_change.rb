# frozen_string_literal: true

# Puts right what is given or taken once, while no locked statement has any of it: its name, its note, how much and
# from when; it stays in as many parts.
module Work::Pay::OneTimeChange
  # input - { key:, version: of the item, label:, note:, amount: decimal text of all of it, due_on: Date of the
  #         first part }
  # Returns the item's id. Raises Refused `locked`, `withdrawn`, `nothing`, Work::Stale.
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
      Store::Pay::Items.change(item, label: input[:label].strip, note: input[:note].to_s.strip)
      recut(parts, Money.parse_cents(input[:amount]), input[:due_on])
      Work::Pay::BuildRun.of_drivers([item[:driver_id]])
      after = {
        label: input[:label].strip,
        note: input[:note].to_s.strip,
        amount: BigDecimal(input[:amount])
      }
      act.changed("driver", item[:driver_id], Work::Act.difference(before, after))
      act.changed("item", item_id, Work::Act.difference(before, after))
      item_id
    end
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
  private_class_method :check, :recut
end
