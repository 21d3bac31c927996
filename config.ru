# frozen_string_literal: true

require_relative "config/application"

if Settings.beyond_loopback? && Store::Company.row&.fetch(:demo)
  abort "The demo is for this machine alone: its passwords are printed, its phones are a page. Leave BIND at 127.0.0.1."
end

# Read once, before the processes part: they share it.
[Store::Roads::Leg.network, RoadData.gazetteer]

run Web::Stack.build
