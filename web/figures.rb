# frozen_string_literal: true

# Figures as the contract has them, one way for each kind; nil stays nil.
module Web::Figures
  # Dollars of the database: "1850.00".
  def self.money(dollars) = Money.dollars_text(dollars)

  # "0.58", with two decimals at least.
  def self.rate(rate) = rate && Money.rate_text(rate)

  # "612.0"
  def self.miles(miles) = miles && Money.rate_text(miles, places: 1)

  # An instant in UTC or a day, ISO 8601.
  def self.iso(at) = at&.iso8601
end
