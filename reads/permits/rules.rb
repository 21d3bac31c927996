# frozen_string_literal: true

# The rules of each state as the company knows them.
module Reads::Permits::Rules
  # Hash of state to Core::Permits' rules.
  def self.all = Store::Permits.rules

  # Raises Store::NotFound.
  def self.of(code) = all[code] || raise(Store::NotFound.new("jurisdiction", code))
end
