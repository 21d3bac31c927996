# frozen_string_literal: true

# A driver's record as the core asks about it.
module Work::Hours::Question
  # Of one driver or several, read together. rows - of Store::Hours.drivers; as_of - Time
  #
  # Returns Hash of driver id to [Core::Hours::Question, known since (Time or nil when nothing is known)].
  def self.of(rows, as_of)
    records = Store::Hours.records(rows.map { |row| row[:id] }, as_of)
    rows.to_h do |row|
      [row[:id], [question(row, records[row[:id]] || [], as_of), records[row[:id]]&.first&.fetch(:from_at)]]
    end
  end

  def self.question(row, entries, as_of)
    as_of = minute(as_of)
    stretches =
      entries.each_with_index.filter_map do |entry, i|
        from = minute(entry[:from_at])
        to = entries[i + 1] ? minute(entries[i + 1][:from_at]) : as_of
        Core::Hours::Stretch.new(status: entry[:status], from:, to:) if to > from
      end
    Core::Hours::Question.new(
      rules: row[:hours_rules],
      as_of:,
      status: entries.last&.fetch(:status) || "off_duty",
      stretches:,
      exceptions: [],
      days: days(row[:zone])
    )
  end

  # Minutes since a driver was heard, nil while that is no matter.
  def self.silent_minutes(driver, now) = Core::Hours::Doubt.silent_minutes(driver[:duty_heard_at], now)

  def self.days(zone) = (@days ||= {})[zone] ||= Core::Hours::Days.new(TZInfo::Timezone.get(zone), 0, 0)
  def self.minute(time) = time.to_i / 60
end
