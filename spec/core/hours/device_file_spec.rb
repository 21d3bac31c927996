# frozen_string_literal: true

require_relative "../../../config/core"
require "tzinfo"

RSpec.describe Core::Hours::DeviceFile do
  let(:days) { Core::Hours::Days.new(TZInfo::Timezone.get("America/Boise"), 0, 0) }
  let(:from) { Time.utc(2026, 11, 23, 12).to_i / 60 }
  let(:statuses) { %w[off_duty on_duty driving personal_use sleeper yard_move driving off_duty] }
  let(:stretches) do
    statuses.each_with_index.map do |status, i|
      Core::Hours::Stretch.new(status:, from: from + (i * 50), to: from + ((i + 1) * 50))
    end
  end
  let(:text) do
    described_class.write(
      driver: %w[Ferris Wade],
      stretches:,
      days:,
      carrier: "Juniper Fork Haulage",
      as_of: from + 400,
      comment: ""
    )
  end

  # 49 CFR 395 subpart B, appendix A, 4.4.5 from memory: "1" is 1, "A" 17, "a" 49; turned left by three bits;
  # 150 for lines, 195 for events
  it "checks a line by the arithmetic of the standard" do
    expect(described_class.line_check("")).to eq("96")
    expect(described_class.line_check("1")).to eq(format("%02X", 8 ^ 150))
    expect(described_class.line_check("A,a")).to eq(format("%02X", (((66 << 3) | (66 >> 5)) & 255) ^ 150))
    expect(described_class.event_check(%w[1 2])).to eq(format("%02X", 24 ^ 195))
  end

  it "gives back the statuses that it has written, indications as well" do
    file = described_class.read(text)
    expect(file.driver).to eq(%w[Ferris Wade])
    expect(file.events.group_by(&:at).map { |at, events| [events.last.status, at] }).to eq(
      stretches.map { |stretch| [stretch.status, stretch.from] }
    )
  end

  it "passes over records that were changed or asked to be changed" do
    lines = text.split("\r\n")
    at = lines.index("ELD Event List:") + 2
    fields = lines[at].split(",")
    fields[1] = "2"
    body = fields[0..-2].join(",")
    lines[at] = "#{body},#{described_class.line_check(body)}"
    checks = lines.select { |line| line.include?(",") }.map { |line| line.split(",").last }
    lines[-1] = described_class.file_check(checks)
    expect(described_class.read(lines.join("\n")).events.first(2).map(&:status)).to eq(%w[off_duty driving])
  end

  {
    "damaged" => [->(lines) { lines.map { |line| line.sub("Ferris", "Ferrys") } }, "line_check", "/line/2"],
    "cut off" => [->(lines) { lines.first(lines.length - 2) }, "not_a_device_file", nil],
    "without a line" => [
      ->(lines) { lines.reject.with_index { |_, i| i == lines.index("ELD Event List:") + 1 } },
      "file_check",
      nil
    ],
    "short of a field" => [
      ->(lines) { lines.map { |line| line.start_with?("1,D,") ? "1,D,Ferris,00" : line } },
      "line_fields",
      nil
    ],
    "of another kind" => [->(_) { ["name,number"] }, "not_a_device_file", "/line/1"]
  }.each do |what, (change, code, path)|
    it "refuses a file that is #{what}, with the line" do
      expect { described_class.read(change.call(text.split("\r\n")).join("\r\n")) }.to raise_error(
        Refused
      ) { |refused|
        expect(refused.code).to eq(code)
        expect(refused.path).to path ? eq(path) : match(%r{\A/line/\d+\z})
        expect(refused.message).to start_with("Line ")
      }
    end
  end
end
