# frozen_string_literal: true

require_relative "../../config/attention_rules"

RSpec.describe Core::Attention do
  let(:now) { Time.utc(2026, 11, 23, 14, 30) }
  let(:load) do
    { subject_id: 7, number: "JF-1", origin: "Boise, ID", destination: "Elko, NV", zone: "America/Boise" }
  end

  def rows(*facts) = described_class.rows(facts, rules: AttentionRules.all, as_of: now)
  def hours(count) = now + (count * 3600)
  def facts = described_class::Facts
  def uncovered(total, at) = facts::Uncovered.new(**load, total: BigDecimal(total), at:)
  def standing(minutes) =
    facts::Standing.new(
      stop_id: 3,
      name: "Shed",
      at: now - (minutes * 60),
      free_until: now - (minutes * 60) + 7200,
      **load.slice(:subject_id, :number, :zone)
    )
  def paper(days) =
    facts::Paper.new(
      of: "unit",
      subject_id: 4,
      name: "T-1",
      kind: "registration",
      expires_on: now.to_date + days,
      today: now.to_date
    )
  def unread(minutes, **more) =
    facts::Unread.new(
      subject_id: 2,
      name: "Wade",
      at: now - (minutes * 60),
      body: "Gate is shut",
      not_understood: false,
      **more
    )

  # What each rule of data/attention/rules.yml comes to, worked out by hand: common practice.
  describe "an uncovered load" do
    # Hours to the pickup, what is at stake of 2,400 dollars: times 24, by the hours left, at least one
    [[48, 1200], [24, 2400], [1, 57_600], [0, 57_600], [-5, 57_600], [72, 800]].each do |left, stake|
      it "stakes #{stake} dollars #{left} hours before the pickup" do
        expect(rows(uncovered("2400", hours(left))).map(&:stake)).to eq([stake])
      end
    end

    it "is not near before 72 hours, and always where no time is set" do
      expect(rows(uncovered("2400", hours(72) + 1))).to eq([])
      expect(rows(uncovered("2400", nil)).first).to have_attributes(
        stake: 2400,
        reason: "Nobody has it: no pickup time yet, $2,400.00."
      )
    end

    it "says how long until the pickup, or since" do
      expect([1.75, -3, 50].map { |left| rows(uncovered("1816.9", hours(left))).first.reason }).to eq(
        [
          "Nobody has it: pickup in 1 h 45 min, $1,816.90.",
          "Nobody has it: pickup was 3 h ago, $1,816.90.",
          "Nobody has it: pickup in 2 d 2 h, $1,816.90."
        ]
      )
    end
  end

  # Minutes at the dock, dollars at 75 an hour, how long past the two hours
  [[120, 150, "0 min"], [180, 225, "1 h"]].each do |minutes, stake, past|
    it "points out a truck that stands for #{minutes} minutes" do
      expect(rows(standing(minutes)).first).to have_attributes(
        stake:,
        reason: a_string_ending_with("detention has been running for #{past}.")
      )
    end
  end

  it "says nothing of a truck that has stood for 119 minutes, or a message of 9" do
    expect(rows(standing(119), unread(9))).to eq([])
  end

  # Late: 75 dollars an hour and 200; without any way as a whole day
  [[60, 275], [1, 201], [nil, 2000]].each do |late_minutes, stake|
    it "stakes #{stake} dollars on a trip #{late_minutes ? "#{late_minutes} minutes late" : "without a way"}" do
      late = load.merge(trip_id: 9, crew: "Wade", late_minutes:, at: nil)
      stop = late_minutes && "Dock 4"
      row = rows(facts::Late.new(**late, stop:, stop_minutes: late_minutes)).first
      expect(row).to have_attributes(stake:, reason: a_string_including(stop || "no legal way for Wade"))
    end
  end

  # Days to the last day, dollars
  [[-1, 2000], [0, 600], [1, 300], [29, 20]].each do |days, stake|
    it "stakes #{stake} dollars on a paper with #{days} days left" do
      expect(rows(paper(days)).first).to have_attributes(stake:, subject: "unit", subject_id: 4)
    end
  end

  it "weighs an unanswered trip by how near its pickup is, at least half an hour" do
    unanswered = ->(at) { facts::Unanswered.new(**load, crew: "Wade", at:) }
    expect([3, 0.25, nil].map { |left| rows(unanswered.call(left && hours(left))).first.stake }).to eq(
      [300, 1800, 75]
    )
  end

  it "weighs missing papers by what cannot be invoiced and for how long, after a day" do
    missing = ->(ago) do
      facts::PapersMissing.new(
        **load.slice(:subject_id, :number, :zone),
        crew: "Wade",
        total: 2000.to_d,
        at: hours(-ago)
      )
    end
    expect([23.9, 24, 50].map { |ago| rows(missing.call(ago)).map(&:stake) }).to eq([[], [48], [100]])
  end

  it "puts most at stake first, and equals by their name, whatever order they come in" do
    all = [paper(0), unread(20), standing(180), uncovered("2400", hours(24)), paper(-1)]
    expected = [
      "uncovered load 7",
      "paper unit 4 registration",
      "paper unit 4 registration",
      "detention stop 3",
      "messages driver 2"
    ]
    all.permutation.first(20).each { |some| expect(rows(*some).map(&:what)).to eq(expected) }
    expect(rows(unread(40, subject_id: 9), unread(40)).map(&:what)).to eq(
      ["messages driver 2", "messages driver 9"]
    )
  end

  it "keeps a long message short, and says where it was not understood" do
    expect(rows(unread(20, body: "x" * 90, not_understood: true)).first.reason).to eq(
      "Waits for an answer since 20 min: “#{"x" * 80}” (not understood as a check-in)"
    )
  end
end
