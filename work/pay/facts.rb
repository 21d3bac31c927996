# frozen_string_literal: true

# All that a run's settlements are computed from, read once for all its drivers.
class Work::Pay::Facts
  T = Core::Pay::Terms

  # A trip that is paid late was worked so long ago at the most.
  OVERTIME_DAYS = 62

  attr_reader :run, :settings

  # deductions, own - rows of deductions and of their drivers as they would be, to look at a change before it
  # is made; nil for those that are kept
  # given - one-time parts that would be there besides, by driver
  def initialize(run, deductions: nil, own: nil, given: {})
    @run = run
    @settings = Store::Pay.settings
    @deductions = deductions || Store::Pay::Deductions.all
    @given = given
    @own = own || Store::Pay::DeductionDrivers.all
  end

  def period =
    @period ||= T::Period.new(from: @run[:from_on], to: @run[:to_on], frequency: @settings[:frequency])

  # The plans of a driver, latest first.
  def plans(driver_id) = (@plans ||= Store::Pay::Plans.by_driver_latest_first)[driver_id] || []
  def plan_at(driver_id, day) =
    plans(driver_id).find { |row| row[:in_force_from] <= day } || plans(driver_id).last
  def row_of_plan(id) = (@by_id ||= Store::Pay::Plans.to_hash(:id))[id]
  def miles_by(plan_id) = row_of_plan(plan_id)[:miles_by]

  # Core::Pay::Terms::Plan for a share, made once: a plan pays many trips.
  def plan(id, share_percent) =
    ((@core ||= {})[id] ||= {})[share_percent] ||= Store::Pay::Plan.to_core(row_of_plan(id), share_percent)

  # Hours of the weeks around this period that locked statements have paid: they count toward overtime.
  def worked_before(driver_id)
    @worked ||=
      if Store::Pay::Plans.with_overtime.empty?
        {}
      else
        Store::Pay::TripEarnings.worked_since(@run[:from_on] - OVERTIME_DAYS)
      end
    (@worked[driver_id] || []).flat_map { |row| Work::Pay::Request.worked(row) }
  end

  # One-time parts that are due and on no other statement: rows with kind and label.
  def parts(driver_id)
    @parts ||= due_parts.told.all.group_by { |row| row[:driver_id] }
    (@parts[driver_id] || []) + (@given[driver_id] || [])
  end

  # Advances that began by the end of the period, with how many parts earlier statements took; pushed - past
  # this one
  def advances(driver_id) = (@advances ||= Store::Pay::Advances.open(@run))[driver_id] || []

  # What payroll withholds of a driver in this run, in cents; nil where nobody gave it.
  def taxes_cents(driver_id)
    @taxes ||= Store::Pay::WithheldTaxes.where(pay_run_id: @run[:id]).select_hash(:driver_id, :amount)
    @taxes[driver_id] && Money.cents(@taxes[driver_id])
  end

  def garnishments(driver_id)
    @garnishments ||= Store::Pay::Garnishments.by_driver(@run[:from_on], @run[:to_on])
    @garnishments[driver_id] || []
  end

  # Deductions that hold for a driver in this period, each with his own amount.
  def deductions(driver_id)
    @live ||=
      @deductions
        .select do |row|
          !row[:paused] && row[:from_on] <= @run[:to_on] &&
            (row[:to_on].nil? || row[:to_on] >= @run[:from_on])
        end
        .sort_by { |row| [row[:priority], row[:id] || 0] }
    @by_driver ||= @own.to_h { |row| [row.values_at(:deduction_id, :driver_id), row] }
    @live.filter_map do |row|
      own = @by_driver[[row[:id], driver_id]]
      row.merge(own_amount: own && own[:own_amount]) if own ? !own[:left_out] : row[:everyone]
    end
  end

  # What earlier statements have taken toward the goal of a deduction.
  def balance_cents(driver_id, deduction_id)
    @balances ||= Store::Pay::LedgerEntries.taken_by_deduction
    Money.cents(@balances[[driver_id, deduction_id]] || 0)
  end

  # What a net below zero has left, turned round.
  def carried_in_cents(driver_id)
    @carried ||= Store::Pay::LedgerEntries.sum_by_driver("carried_forward")
    [-Money.cents(@carried[driver_id] || 0), 0].max
  end

  # The units that a driver operates, and what each is, as deductions name them.
  def units(driver_id)
    @units ||=
      Store::Fleet::Units
        .exclude(operator_id: nil)
        .where(retired: false)
        .order(:id)
        .all
        .group_by { |row| row[:operator_id] }
    @units[driver_id] || []
  end

  # Whose plan at the end of the period has a minimum.
  def minimum_driver_ids
    retired = Store::Fleet::Drivers.where(retired: true).select_map(:id)
    (Store::Pay::Plans.with_minimum.distinct.select_map(:driver_id) - retired).select do |driver_id|
      plan_at(driver_id, run[:to_on])[:period_minimum].positive?
    end
  end

  # Who has something once that is due.
  def driver_ids_due = [*@given.keys, *due_parts.select_map(:driver_id)].uniq

  private

  def due_parts = Store::Pay::ItemParts.due_by(@run[:to_on]).free_for(@run[:id])
end
