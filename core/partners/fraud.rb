# frozen_string_literal: true

# Freight is stolen in another's name: what changed just before a load, or does not agree with the register, is asked
# about on a number that was known before. Common practice.
module Core::Partners::Fraud
  CHANGED = { bank: "bank account", address: "address, telephone or mail" }.freeze

  # partner, rules - of Core::Partners; today - Date. Returns Array of Core::Partners::Finding.
  def self.findings(partner, rules, today)
    on = { bank: partner.bank_changed_on, address: partner.address_changed_on }
    lately = on.compact.select { |_, day| day >= today - rules.changed_days && day > partner.taken_on_on }
    [*lately.map { |what, day| changed(partner, what, day) }, differing(partner)].compact
  end

  def self.changed(partner, what, day)
    text = "#{partner.name}'s #{CHANGED.fetch(what)} changed on #{Core::Spoken.date(day)}"
    warn("#{what}_changed", "#{text}: ring them on a number that you knew before.")
  end

  def self.differing(partner)
    theirs = partner.registered&.phone.to_s
    return if digits(theirs).empty? || digits(partner.phone) == digits(theirs)

    warn("phone_differs", "#{partner.name}'s telephone is not the one in the register, #{theirs}.")
  end

  def self.warn(code, text) = Core::Partners::Finding.new(code:, effect: "warn", text:)
  # The last ten, however a number is written.
  def self.digits(text) = text.to_s.gsub(/\D/, "").chars.last(10).join
  private_class_method :changed, :differing, :warn, :digits
end
