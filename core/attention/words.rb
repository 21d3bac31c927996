# frozen_string_literal: true

# Lengths of time, amounts and ways as Today says them.
module Core::Attention::Words
  # "45 min", "3 h 5 min", "2 d 4 h"
  def self.length(minutes)
    return "#{minutes / 1440} d #{(minutes % 1440) / 60} h" if minutes >= 2880

    Core::Spoken.minutes(minutes)
  end

  # "$1,816.90"; amount - BigDecimal dollars
  def self.dollars(amount) = Core::Spoken.dollars(Money.cents(amount))

  def self.way(load) = "#{load.number} #{load.origin} → #{load.destination}"

  # hours - until the pickup, negative after it, nil without a time
  def self.pickup(hours)
    return "no pickup time yet" if hours.nil?

    if hours.negative?
      "pickup was #{length((-hours * 60).to_i)} ago"
    else
      "pickup in #{length((hours * 60).to_i)}"
    end
  end
end
