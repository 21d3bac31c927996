# frozen_string_literal: true

# Postings as a sheet holds them, one a row, for freight that comes by mail or from a service without an interface.
module Core::Market::PostedSheet
  Column = Core::Directory::Column
  PLACE = "a town and state, like Boise, ID"
  TIME = "a day with its year and the time there, like 11/24/2026 14:00"
  ALL = [
    Column.of(
      :reference,
      :text,
      "their number; the same number is the same posting",
      needed: true,
      headed: %w[number load_id posting]
    ),
    Column.of(:origin, :text, PLACE, needed: true, headed: %w[from pickup_city]),
    Column.of(:destination, :text, PLACE, needed: true, headed: %w[to delivery_city]),
    Column.of(:pickup_from, :text, TIME, needed: true, headed: %w[pickup pickup_date pickup_at]),
    Column.of(:pickup_to, :text, "until then it can be picked up; four hours later where it is empty"),
    Column.of(:deliver_by, :text, TIME, headed: %w[delivery delivery_date]),
    Column.of(
      :trailer_kind,
      :choice,
      "dry van, reefer, flatbed, step deck or lowboy",
      needed: true,
      choices: Core::Fit::Judge::KIND.keys,
      headed: %w[trailer equipment]
    ),
    Column.of(:weight_lb, :whole, "pounds", headed: %w[weight pounds]),
    Column.of(:length_ft, :whole, "feet", headed: %w[length feet]),
    Column.of(:rate, :dollars, "dollars for the whole; empty where they want a call", headed: %w[price pays]),
    Column.of(
      :size,
      :choice,
      "full or partial; full where it is empty",
      choices: %w[full partial],
      headed: %w[load_size]
    ),
    Column.of(:poster, :text, "the authority number of who posts it", headed: %w[broker mc authority_number]),
    Column.of(:note, :text, "what else they say", headed: %w[notes comments])
  ].freeze

  def self.columns = ALL.to_h { |column| [column.name, column] }

  # What of a row's times cannot be: Array of [column, sentence]. All Time or nil.
  def self.disorder(pickup_from:, pickup_to:, deliver_by:, now:)
    return [] if pickup_from.nil?

    backwards = pickup_to && pickup_to < pickup_from
    [
      ([:pickup_to, "The pickup ends before it begins."] if backwards),
      ([:pickup_to, "That is over already."] if pickup_to && !backwards && pickup_to <= now),
      (
        if deliver_by && deliver_by <= pickup_from
          [:deliver_by, "It is to be delivered before it is picked up."]
        end
      )
    ].compact
  end

  # An empty sheet, and what its columns mean.
  def self.template =
    {
      kind: "postings",
      csv: "#{ALL.map(&:name).join(",")}\n",
      columns: ALL.map { |column| { name: column.name.to_s, required: column.needed, about: column.about } }
    }

  # Returns Core::Directory::Sheet. Raises as it does.
  def self.read(text) = Core::Directory::Sheet.read(text, columns)

  # A day and the time on the wall there, as Time; nil for what is none. A day alone begins at midnight.
  # zone - TZInfo::Timezone
  def self.instant(text, zone)
    day, time = text.strip.split(/[T ](?=\d{1,2}:)/, 2)
    date = Core::Typed.day(day) or return
    minute = time.nil? ? 0 : minute(time) or return
    Core::WallTime.instant(zone, date, minute)
  end

  def self.minute(text)
    found = /\A(\d{1,2}):(\d{2})(?::\d{2})?\s*([ap]m?)?\z/i.match(text.strip) or return
    hour, minute, half = found[1].to_i, found[2].to_i, found[3]&.downcase&.slice(0)
    return unless minute < 60 && (half ? hour.between?(1, 12) : hour < 24)

    hour = (hour % 12) + (half == "p" ? 12 : 0) if half
    (hour * 60) + minute
  end
  private_class_method :minute
end
