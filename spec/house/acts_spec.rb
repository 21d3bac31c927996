# frozen_string_literal: true

# Every act that is written into the trail has words of its own, and no words are of an act that is gone.
RSpec.describe "Words of the trail" do
  root = File.expand_path("../..", __dir__)
  trail = File.read("#{root}/client/src/shared/trail.ts")
  words = trail[/const ACTS.*?\n}\n/m].scan(/^  ([a-z_]+): '/).flatten
  sources = Dir["#{root}/{work,jobs}/**/*.rb"].map { |path| File.read(path) }.join
  acts = sources.scan(/Act\.once\([^"]*?"([a-z_]+)"/m).flatten.uniq - %w[item]
  # Those whose names end in what was done: `change_driver`.
  families = sources.scan(/"([a-z_]+_)#\{/).flatten.uniq

  it "has words for each act" do
    expect(acts.length).to be > 60
    expect(acts - words).to eq([])
  end

  it "has none for an act that nobody does" do
    gone =
      words.reject do |word|
        sources.include?("\"#{word}\"") || families.any? { |start| word.start_with?(start) }
      end
    expect(gone).to eq([])
  end
end
