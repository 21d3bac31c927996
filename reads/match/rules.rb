# frozen_string_literal: true

# By which rules crews are judged, and with what the company reckons.
module Reads::Match::Rules
  # effects - of the rules that it has changed, by code; settings - row
  Value = Core::Value.of(:effects, :settings)

  def self.all = Value.new(effects: Store::Match.effects, settings: Store::Match.settings)
end
