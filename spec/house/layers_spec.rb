# frozen_string_literal: true

# Calls go down only, and SQL stands in the store and the reads alone. What is left from before this was drawn
# is counted: a number may fall, and is lowered here when it does; none may rise and none is added.
RSpec.describe "The layers" do
  root = File.expand_path("../..", __dir__)
  layers = %w[core store reads work jobs services papers web]
  # What each layer may name of the others.
  allowed = {
    "core" => %w[],
    "store" => %w[core],
    # A page may ask an outside service what it shows.
    "reads" => %w[core store services],
    "work" => %w[core store jobs],
    "jobs" => %w[core store reads work services papers],
    "services" => %w[core],
    "papers" => %w[core store reads],
    "web" => %w[core reads work papers]
  }
  left = { "papers" => { "web" => 1 }, "web" => { "store" => 59 } }
  sources =
    layers.to_h do |layer|
      lines = Dir["#{root}/#{layer}/**/*.rb"].flat_map { |path| File.readlines(path).grep_v(/^\s*#/) }
      [layer, lines]
    end

  layers.each do |layer|
    it "lets #{layer} reach #{allowed[layer].empty? ? "nobody" : allowed[layer].join(", ")}" do
      reached =
        (layers - [layer] - allowed[layer]).to_h do |other|
          [other, sources[layer].grep(/(?<![\w:])#{other.capitalize}::(?!NotFound)/).length]
        end
      expect(reached.reject { |_, count| count.zero? }).to eq(left.fetch(layer, {}))
    end
  end

  it "keeps SQL in the store and the reads" do
    outside =
      (layers - %w[store reads]).to_h do |layer|
        [layer, sources[layer].sum { |line| line.scan("DB[").length }]
      end
    expect(outside.reject { |_, count| count.zero? }).to eq({ "work" => 560 })
  end
end
