# frozen_string_literal: true

# Amounts as every sentence and every page says them.
module Core::Spoken
  # "45 min", "3 h", "3 h 5 min"; the client's showMinutes says the same
  def self.minutes(count)
    hours, rest = count.divmod(60)
    [("#{hours} h" if hours.positive?), ("#{rest} min" if rest.positive? || hours.zero?)].compact.join(" ")
  end

  # "Tue 11/24 21:45"; local - a time of the zone that it is said in. The client's showTime says the same
  def self.time(local) = local.strftime("%a %-m/%-d %-H:%M")

  # "Tue 11/24 21:45 PST"
  def self.zoned(local) = local.strftime("%a %-m/%-d %-H:%M %Z")

  # "Nov 24, 2026"; the client's showDay says the same
  def self.date(date) = date.strftime("%b %-d, %Y")

  # "Tue 11/24"
  def self.day(date) = date.strftime("%a %-m/%-d")

  # "PO PO-77", "pickup number B7198": a reference by its kind
  def self.reference(kind, value)
    name = INITIALS.include?(kind) ? kind.upcase : kind.tr("_", " ")
    "#{name} #{value}"
  end
  INITIALS = %w[bol po].freeze

  # "78,650 lb"
  def self.pounds(weight_lb) = "#{grouped(weight_lb)} lb"

  # "12,345"
  def self.grouped(count) = count.to_s.reverse.scan(/\d{1,3}/).join(",").reverse

  # "$1,816.90"; cents - Integer, not negative
  def self.dollars(cents)
    whole, rest = Core::Money.text(cents).split(".")
    "$#{grouped(whole)}.#{rest}"
  end
end
