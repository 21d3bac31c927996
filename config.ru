# frozen_string_literal: true

require_relative "config/application"

# Read once, before the processes part: they share it.
[Store::Roads::Leg.network, RoadData.gazetteer]

run Web::Stack.build
