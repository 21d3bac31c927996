# frozen_string_literal: true

require_relative "config/road_data"

# Draws the road network from its authored lines: places the stations, joins shared pavement, and checks the
# result.
module Survey
end

Zeitwerk::Loader
  .new
  .tap { |loader| loader.push_dir(File.expand_path("survey", __dir__), namespace: Survey) }
  .setup
