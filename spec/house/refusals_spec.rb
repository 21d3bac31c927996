# frozen_string_literal: true

# Every refusal has a spec that names its code.
RSpec.describe Refused do
  root = File.expand_path("../..", __dir__)
  read = ->(pattern) { Dir["#{root}/#{pattern}"].map { |path| File.read(path) }.join("\n") }

  it "is named by its code in a spec, whatever refuses" do
    sources = read.call("{core,store,reads,work,papers,web}/**/*.rb")
    codes = sources.scan(/(?:Refused\.new\(|Denied\.new\(\s*\d+,)\s*"([a-z_]+)"/).flatten.uniq
    specs = read.call("spec/**/*.rb")
    expect(codes.reject { |code| specs.match?(/\b#{code}\b/) }).to eq([])
  end
end
