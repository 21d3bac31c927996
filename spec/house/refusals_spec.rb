# frozen_string_literal: true

require "prism"

# Every refusal has a spec that names its code.
RSpec.describe Refused do
  root = File.expand_path("../..", __dir__)

  # All strings of a Ruby file, words of lists among them: a code in a comment or a sentence names nothing.
  strings = ->(path) do
    found, nodes = [], [Prism.parse_file(path).value]
    while (node = nodes.pop)
      found << node.unescaped if node.is_a?(Prism::StringNode)
      nodes.concat(node.compact_child_nodes)
    end
    found
  end

  it "is named by its code in a spec, whatever refuses" do
    sources =
      Dir["#{root}/{core,store,reads,work,papers,web}/**/*.rb"].map { |path| File.read(path) }.join("\n")
    codes = sources.scan(/(?:Refused\.new\(|Denied\.new\(\s*\d+,)\s*"([a-z_]+)"/).flatten.uniq
    expect(codes.length).to be > 150
    expect(codes - Dir["#{root}/spec/**/*.rb"].flat_map { |path| strings.call(path) }).to eq([])
  end
end
