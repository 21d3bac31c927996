# frozen_string_literal: true

# Amounts as every sentence and every page says them.
module Core::Spoken
  # "45 min", "3 h", "3 h 5 min"; the client's showMinutes says the same
  def self.minutes(count)
    hours, rest = count.divmod(60)
    [("#{hours} h" if hours.positive?), ("#{rest} min" if rest.positive? || hours.zero?)].compact.join(" ")
  end

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
