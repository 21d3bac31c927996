# frozen_string_literal: true

require "open3"

RSpec.describe Core do
  it "loads alone, in a Ruby that has no database, server or settings" do
    script = <<~'RUBY'
      require "./config/core"
      CORE_LOADER.eager_load
      $LOADED_FEATURES.grep(/sequel|sinatra|puma|\/pg\//).first&.then { |feature| abort feature }
    RUBY
    out, status = Open3.capture2e(RbConfig.ruby, "-e", script, chdir: File.expand_path("../..", __dir__))
    expect([out, status.success?]).to eq(["", true])
  end

  it "reaches for no clock, file, environment, chance or network" do
    reaching =
      /\bTime\.now|Date\.today|DateTime\.now|\bENV\b|\brand\b|SecureRandom|\bFile\.|\bIO\.|Net::|\bDB\b|Store::|Work::|Web::/
    guilty =
      Dir[File.expand_path("../../core/**/*.rb", __dir__)].flat_map do |path|
        File.readlines(path).grep_v(/^\s*#/).grep(reaching)
      end
    expect(guilty).to eq([])
  end
end

RSpec.describe Value do
  let(:point) { described_class.of(:x, :y) }

  it "is frozen, equal by content and copied with changes" do
    a = point.new(x: 1, y: 2)
    expect(
      [a.frozen?, a == point.new(x: 1, y: 2), a.with(y: 3).y, a.hash == point.new(x: 1, y: 2).hash]
    ).to eq([true, true, 3, true])
  end

  it "wants all its fields and no others" do
    expect { point.new(x: 1) }.to raise_error(ArgumentError, /missing/)
    expect { point.new(x: 1, y: 2, z: 3) }.to raise_error(ArgumentError, /unknown/)
  end
end

RSpec.describe Money do
  it "rounds half away from zero, once" do
    expect(%w[0.005 0.015 -0.005 2.675].map { |text| described_class.cents(BigDecimal(text)) }).to eq(
      [1, 2, -1, 268]
    )
  end

  it "splits without losing a cent, whatever the amount and the parts" do
    random = Random.new(11)
    200.times do
      total, parts = random.rand(1_000_000), random.rand(1..24)
      split = described_class.installments(total, parts)
      expect([split.sum, split.length, split.max - split.min <= 1, split == split.sort.reverse]).to eq(
        [total, parts, true, true]
      )
    end
  end

  it "prints and reads back" do
    expect([-12_345, 0, 5, 100].map { |cents| described_class.text(cents) }).to eq(%w[-123.45 0.00 0.05 1.00])
  end
end
