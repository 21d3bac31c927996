# frozen_string_literal: true

require_relative "core"
require "holidays"
require "yaml"

# Figures of data/pay/banking.yml, and the days on which banks are closed.
module BankHolidays
  # A prenote is proven, and a file paid, within weeks.
  AROUND_DAYS = 370

  def self.figures =
    @figures ||= YAML.safe_load_file(File.expand_path("../data/pay/banking.yml", __dir__)).freeze

  def self.prenote_days = figures.dig("prenote_days", "value")

  # Dates within a year of one.
  def self.around(date)
    region = figures.dig("holidays", "region").to_sym
    Holidays.between(date - AROUND_DAYS, date + AROUND_DAYS, region, :observed).map { |day| day[:date] }
  end
end
