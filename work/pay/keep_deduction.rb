# frozen_string_literal: true

# Makes or changes a deduction of every period. Who does sees before what it does to every driver concerned in
# the running period; a change for more drivers or dollars than the company's bound waits for a second person.
class Work::Pay::KeepDeduction
  FIELDS = %i[
    label
    basis
    per
    amount
    priority
    if_short
    goal
    tag
    prorated
    escrow
    everyone
    from_on
    to_on
    paused
  ].freeze

  # What a change would do. input - { FIELDS, drivers: Array of { driver_id:, own_amount:, left_out: } }; id -
  # of the deduction, nil for a new one
  #
  # Returns Array of { driver_id:, driver:, old_cents:, new_cents: }, of those whose net changes.
  def self.preview(id, input, now:)
    check(input)
    new(id, input, now).changes
  end

  # Returns { deduction_id:, change_id: }: the latter where it waits for a second person.
  # Raises Refused `label_taken`, `amount_missing`, `days_reversed`, Work::Stale.
  def self.keep(id, input, by:, now:)
    check(input)
    Work::Act.once(
      input[:key],
      "keep_deduction",
      by:,
      now:,
      input: Work::Act.plain(input.merge(id:))
    ) do |act|
      row = id && (Store::Pay::Deductions.lock(id) or raise Store::NotFound.new("deduction", id))
      if row
        Work::Stale.check(row, input[:version], record_kind: "company", yours: input.slice(*FIELDS)) do
          row.slice(*FIELDS)
        end
      end
      change = new(id, input, now)
      done =
        (
          if change.many?
            { deduction_id: id, change_id: change.ask(by) }
          else
            { deduction_id: change.make(by), change_id: nil }
          end
        )
      act.changed(
        "company",
        1,
        {
          "deduction #{input[:label]}" => [
            row && "changed",
            done[:change_id] ? "waits for a second person" : "kept"
          ]
        }
      )
      done
    end
  end

  def self.check(input)
    if input[:amount].nil? && input[:basis] != "per_unit"
      raise Refused.new("amount_missing", "Say how much.", path: "/amount")
    end
    if (input[:basis] == "per_unit") != !input[:tag].nil?
      raise Refused.new("tag_missing", "Say which units it is for.", path: "/tag")
    end
    if input[:to_on] && input[:to_on] < input[:from_on]
      raise Refused.new("days_reversed", "It ends before it begins.", path: "/to_on")
    end
  end
  private_class_method :check

  def initialize(id, input, now)
    @id = id
    @input = input
    @now = now
  end

  # The net of everybody in the running period, before and after; only where they differ.
  def changes =
    @changes ||=
      Work::Pay::Nets.moved(@now) { |run| Work::Pay::Facts.new(run, deductions: after_rows, own: after_own) }
  def many? = Work::Pay::Nets.many?(changes.length, Work::Pay::Nets.moved_cents(changes))
  def ask(by) =
    Work::Pay::Nets.ask(
      "deduction",
      @input,
      drivers: changes.length,
      cents: Work::Pay::Nets.moved_cents(changes),
      by:,
      now: @now,
      deduction_id: @id
    )

  # Returns the deduction's id.
  def make(by)
    id = @id
    DB.transaction(savepoint: true) do
      if id
        Store::Pay::Deductions.count_on(id, **row)
      else
        id = Store::Pay::Deductions.insert(**row, made_by: by.name, made_at: @now)
      end
    end
    Store::Pay::DeductionDrivers.where(deduction_id: id).delete
    Store::Pay::DeductionDrivers.multi_insert(own(id))
    Work::Pay::BuildRun.drafts(@input[:from_on])
    id
  rescue Sequel::UniqueConstraintViolation
    raise Refused.new(
            "label_taken",
            "There is a deduction of that name: change that, or name this otherwise.",
            path: "/label"
          )
  end

  private

  def row
    defaults = {
      per: "period",
      priority: 5,
      if_short: "carry",
      goal: nil,
      tag: nil,
      prorated: false,
      escrow: false,
      everyone: false,
      to_on: nil,
      paused: false,
      amount: nil
    }
    { **defaults, **@input.slice(*FIELDS) }.merge(
      label: @input[:label].strip,
      amount: @input[:amount] && BigDecimal(@input[:amount]),
      goal: @input[:goal] && BigDecimal(@input[:goal])
    )
  end

  def own(id) =
    (@input[:drivers] || []).map do |one|
      {
        deduction_id: id,
        driver_id: one[:driver_id],
        own_amount: one[:own_amount] && BigDecimal(one[:own_amount]),
        left_out: one[:left_out] || false
      }
    end

  # As they would be: a new one has no id yet. One that begins later is looked at as if it held now, so that
  # nothing passes for waiting.
  def after_rows =
    [
      *Store::Pay::Deductions.exclude(id: @id).all,
      { id: @id || 0, **row, from_on: [row[:from_on], Store::Pay.running(@now)[:from_on]].min }
    ]
  def after_own = [*Store::Pay::DeductionDrivers.exclude(deduction_id: @id).all, *own(@id || 0)]
end
