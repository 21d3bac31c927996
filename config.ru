# frozen_string_literal: true

require_relative "config/application"

# Ready by the time somebody asks for a way; the start does not wait for it.
Thread.new { [Work::Roads::Leg.network, RoadData.gazetteer] }

run Web::Stack.build
