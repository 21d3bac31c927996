# frozen_string_literal: true

# What a change would do to every driver's net of the running period, before anything is kept; and whether one
# person may make it alone.
module Work::Pay::Nets
  # yields the running run; the block gives Work::Pay::Facts as they would be
  # Returns Array of { driver_id:, driver:, old_cents:, new_cents: }, of those whose net changes, by name.
  def self.moved(now)
    run = Store::Pay.running(now)
    before, after = Work::Pay::Facts.new(run), yield(run)
    earned = Work::Pay::Items.open(run).group_by { |row| row[:driver_id] }
    due = [before, after].flat_map { |facts| Work::Pay::BuildRun.due(earned, facts, nil) }.uniq
    nets =
      due.to_h do |driver_id|
        [
          driver_id,
          [before, after].map do |facts|
            Work::Pay::BuildRun.settle(facts, driver_id, earned[driver_id] || []).net_cents
          end
        ]
      end
    Store::Fleet::Drivers
      .at(nets.keys)
      .order(:name)
      .select_hash(:id, :name)
      .filter_map do |driver_id, driver|
        nets[driver_id].then do |old_cents, new_cents|
          { driver_id:, driver:, old_cents:, new_cents: } if old_cents != new_cents
        end
      end
  end

  def self.moved_cents(rows) = rows.sum { |row| (row[:new_cents] - row[:old_cents]).abs }

  # Whether so many drivers or dollars are more than one person may change alone.
  def self.many?(drivers, cents)
    settings = Store::Pay.settings
    drivers > settings[:second_person_drivers] || Money.to_d(cents) > settings[:second_person_dollars]
  end

  # A change that waits for a second person. Returns its id.
  def self.ask(kind, input, drivers:, cents:, by:, now:, deduction_id: nil)
    Store::Pay::DeductionChanges.insert(
      kind:,
      deduction_id:,
      input: Sequel.pg_jsonb(Work::Act.plain(input.except(:key))),
      drivers:,
      dollars: Money.to_d(cents),
      asked_by: by.name,
      asked_by_ref: by.ref,
      asked_at: now
    )
  end
end
