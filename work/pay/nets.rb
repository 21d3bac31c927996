# frozen_string_literal: true

# What a change would do to every driver's net of the running period, before anything is kept; and whether one
# person may make it alone.
module Work::Pay::Nets
  # So many of the last locked statements tell a driver's usual week.
  USUAL_OF = 4

  # yields the running run; the block gives Work::Pay::Facts as they would be
  # concerned - called with Facts: ids of drivers whom the change is for, also those with no statement yet
  #
  # Returns Array of { driver_id:, driver:, old_cents:, new_cents:, by:, week_from: } by name, of those whose net
  # changes and those who are concerned without any week to tell by. by - draft, usual_week or nothing_yet;
  # week_from - Date of the usual week.
  def self.moved(now, concerned: nil)
    run = Store::Pay.running(now)
    before, after = Work::Pay::Facts.new(run), yield(run)
    earned = Work::Pay::Items.open(run).group_by { |row| row[:driver_id] }
    due = [before, after].flat_map { |facts| Work::Pay::BuildRun.due(earned, facts, nil) }.uniq
    others = concerned ? [before, after].flat_map(&concerned).uniq - due : []
    usual = Store::Pay::Statements.usual(others, last: USUAL_OF)
    weeks = Store::Pay::TripEarnings.of_statements(usual.values.map { |row| row[:id] })
    names = Store::Fleet::Drivers.at(due + others).order(:name).select_hash(:id, :name)
    names.filter_map do |driver_id, driver|
      rows = earned[driver_id] || weeks[driver_id] || []
      old_cents, new_cents =
        [before, after].map { |facts| Work::Pay::BuildRun.settle(facts, driver_id, rows).net_cents }
      by = by(driver_id, due, weeks)
      next if old_cents == new_cents && by != "nothing_yet"

      week_from = usual.dig(driver_id, :from_on) if by == "usual_week"
      { driver_id:, driver:, old_cents:, new_cents:, by:, week_from: }
    end
  end

  def self.by(driver_id, due, weeks)
    return "draft" if due.include?(driver_id)

    weeks[driver_id] ? "usual_week" : "nothing_yet"
  end
  private_class_method :by

  def self.moved_cents(rows) = rows.sum { |row| (row[:new_cents] - row[:old_cents]).abs }

  # Whether so many drivers or dollars are more than one person may change alone.
  def self.many?(drivers, cents)
    return false unless Store::Pay.two_people?("limits")

    settings = Store::Pay.settings
    drivers > settings[:second_person_drivers] || Money.to_d(cents) > settings[:second_person_dollars]
  end
end
