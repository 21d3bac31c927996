# frozen_string_literal: true

require "app_helper"

# A name that is only reached in trouble is found missing here, not by whoever is in trouble.
RSpec.describe "Every name that a layer speaks of another by" do
  root = File.expand_path("../..", __dir__)
  layers = %w[store reads work jobs services papers web demo config cli config.ru bench bin/*]
  pattern = /(?<![\w:])(?:Core|Store|Reads|Work|Jobs|Services|Papers|Web)(?:::[A-Z]\w*)+/

  layers.each do |layer|
    it "is there, in #{layer}" do
      named =
        Dir["#{root}/#{layer}/**/*.rb", "#{root}/#{layer}"]
          .select { |path| File.file?(path) }
          .flat_map { |path| File.readlines(path).grep_v(/^\s*#/).flat_map { |line| line.scan(pattern) } }
      missing = named.uniq.reject { |name| Object.const_defined?(name) }
      expect(missing).to eq([])
    end
  end
end
