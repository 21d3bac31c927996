# frozen_string_literal: true

# Where pay stands: the runs there are, the one in hand, the one that is next, and what the company has set.
module Reads::Pay::Period
  def self.runs = Store::Pay.runs.all

  # The run that is being made, or the period that is next: row with from_on and to_on.
  def self.running(now) = Store::Pay.running(now)

  # First and last day of the next one.
  def self.following(now) = Store::Pay.following(now)

  # One row.
  def self.settings = Store::Pay.settings
end
