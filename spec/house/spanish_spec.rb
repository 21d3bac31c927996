# frozen_string_literal: true

require "yaml"

# Nothing that a driver reads is without its Spanish. The phone's own words are paired by their type
# (client/src/cab/words).
RSpec.describe "What a driver reads" do
  root = File.expand_path("../..", __dir__)
  spanish = File.read("#{root}/client/src/cab/words/es_server.ts")
  section = ->(name) { spanish[/^  #{name}: \{\n(.*?)\n  \},/m, 1].scan(/^    (\w+):/).flatten }

  # Acts that a driver's phone asks for.
  told_to_the_phone = %w[
    tracking/check_in
    tracking/keep_activity
    tracking/keep_paper
    tracking/move_paper
    tracking/write_message
    tracking/cab_settings
    hours/answer_duty
    pay/hand_in_receipt
  ]

  it "has Spanish for every refusal of what the phone sends" do
    codes =
      told_to_the_phone.flat_map do |file|
        File.read(File.join(root, "work", "#{file}.rb")).scan(/Refused\.new\(\s*"(\w+)"/).flatten
      end
    # The last two are said to the office.
    expect(codes.uniq - section.call("problem") - %w[no_phone drivers_to_answer]).to be_empty
  end

  it "has Spanish for everything that does not go together" do
    code =
      Dir["#{root}/{core,work}/tracking/{fold,doubts,facts,said_facts}.rb"]
        .map { |file| File.read(file) }
        .join
    codes =
      code.scan(/(?:remark|finding)\(\s*"(\w+)"/).flatten + code.scan(/code: "(\w+)"/).flatten +
        code.scan(/\[\["(\w+)", /).flatten + code.scan(/"(odometer_\w+)",$/).flatten
    expect(codes.uniq - section.call("finding") - ["odometer_confirmed"]).to be_empty
    expect(codes.size).to be > 8
  end

  it "has Spanish for each kind of earning" do
    expect(Core::Pay::Earnings::LABELS.keys - section.call("line")).to be_empty
  end

  it "has each phrase that is texted in both languages, with the same parts" do
    phrases = YAML.safe_load_file("#{root}/data/tracking/phrases.yml")
    holes = ->(words) { words.transform_values { |text| text.to_s.scan(/{(\w+)}/).flatten.uniq.sort } }
    expect(holes.call(phrases["es"])).to eq(holes.call(phrases["en"]))
    %w[changes kinds own_words].each do |part|
      expect(holes.call(phrases[part]["es"])).to eq(holes.call(phrases[part]["en"]))
    end
  end
end
