# frozen_string_literal: true

# Calls go down only, and SQL stands in the store and the reads alone. What is left from before this was drawn
# is counted, none may be added.
RSpec.describe "The layers" do
  root = File.expand_path("../..", __dir__)
  layers = %w[core store reads work jobs services programs papers web]
  # What each layer may name of the others.
  allowed = {
    "core" => %w[],
    "store" => %w[core],
    # A page may ask an outside service what it shows.
    "reads" => %w[core store services],
    "work" => %w[core store jobs programs],
    "jobs" => %w[core store reads work services papers],
    "services" => %w[core],
    "programs" => %w[core],
    "papers" => %w[core store reads programs],
    "web" => %w[core reads work papers programs]
  }
  # The throttle is handed where it counts.
  left = { "web" => { "store" => 1 } }
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

  # What only who writes SQL says. A transaction may be opened, and a value be told to be JSON or an array.
  sql =
    /
    DB\[|Sequel\[|Sequel\.(?:lit|function|case|desc|asc|as|&|\||~|like)\b|Sequel\.\(|
    insert_conflict|lock_style|\.(?:left_)?join\(:|\.having\b|\.where\s\{|<<~SQL
  /x

  it "keeps SQL in the store and the reads" do
    outside = (layers - %w[store reads]).to_h { |layer| [layer, sources[layer].grep(sql)] }
    expect(outside.transform_values(&:length).reject { |_, count| count.zero? }).to eq({})
  end
end
