# frozen_string_literal: true

# Days on which banks settle: Monday to Friday, but for the holidays of the Federal Reserve Banks.
module Core::Pay::Banking
  WEEKDAYS = (1..5)

  # holidays - dates that are none, in any order; weekends need not be among them
  def self.day?(date, holidays) = WEEKDAYS.cover?(date.wday) && !holidays.include?(date)

  # The first banking day after a date.
  def self.next_day(date, holidays)
    date += 1
    date += 1 until day?(date, holidays)
    date
  end

  # Banking days after one date until another, its own included; none where that is not later.
  def self.days(from, to, holidays) = ((from + 1)..to).count { |date| day?(date, holidays) }
end
