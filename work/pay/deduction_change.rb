# frozen_string_literal: true

# A deduction of every period as somebody would make or change it: whom it is for, what it does to every net, and
# the making.
class Work::Pay::DeductionChange
  def initialize(id, input, now)
    @id = id
    @input = input
    @now = now
  end

  # The net of everybody it is for, before and after: of the running period, else of a usual week.
  def changes =
    @changes ||= Work::Pay::Nets.moved(@now, concerned: ->(facts) { concerned(facts) }) { |run| after(run) }

  # A rule that matches nobody says so.
  def nobody
    return if @input[:paused] || concerned(after(Store::Pay.running(@now))).any?

    if @input[:tag]
      "No unit is like that and has an operator: it would be taken from nobody."
    else
      "It is for no driver: it would be taken from nobody."
    end
  end
  def many? = Work::Pay::Nets.many?(changes.length, Work::Pay::Nets.moved_cents(changes))
  def ask(by) =
    Work::Pay::AskChange.call(
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

  def after(run) = Work::Pay::Facts.new(run, deductions: after_rows, own: after_own)

  # Drivers from whom it is taken: by unit, those who operate one of the kind.
  def concerned(facts)
    Store::Fleet::Drivers
      .where(retired: false)
      .select_map(:id)
      .select do |driver_id|
        facts
          .deductions(driver_id)
          .any? do |row|
            row[:id] == (@id || 0) &&
              (
                row[:tag].nil? ||
                  facts.units(driver_id).any? { |unit| Work::Pay::UnitTags.match?(unit, row[:tag]) }
              )
          end
      end
  end

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
    { **defaults, **@input.slice(*Work::Pay::KeepDeduction::FIELDS) }.merge(
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
