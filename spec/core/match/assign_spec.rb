# frozen_string_literal: true

require_relative "../../../config/core"
require "highs"

RSpec.describe Core::Match do
  def document(crews, loads, scores)
    {
      "crews" => crews.map { |id| { "id" => id } },
      "loads" => loads.map { |id| { "id" => id } },
      "scores" => scores.map { |(crew, load), profit| { "crew" => crew, "load" => load, "profit" => profit } }
    }
  end

  # [profit, loads covered] of the best of all ways.
  def best(crews, loads, scores, taken = [])
    return 0, 0 if loads.empty?

    first, *rest = loads
    ways =
      crews.filter_map do |crew|
        profit = scores[[crew, first]]
        next if profit.nil? || profit.negative? || taken.include?(crew)

        best(crews, rest, scores, [*taken, crew]).then { |sum, covered| [sum + profit, covered + 1] }
      end
    [best(crews, rest, scores, taken), *ways].max
  end

  def random_scores(random, crews, loads, share: 0.7) =
    crews
      .product(loads)
      .select { random.rand < share }
      .to_h { |pair| [pair, random.rand < 0.3 ? 0 : random.rand(-40_000..90_000)] }

  it "takes the greatest profit, and among equals covers the most, as trying everything does" do
    random = Random.new(1955)
    400.times do
      crews, loads =
        [random.rand(0..5), random.rand(0..5)].zip(%w[c l])
          .map { |count, letter| Array.new(count) { |i| "#{letter}#{i}" } }
      # Many equals
      scores = random_scores(random, crews, loads).transform_values { |cents| cents / 10_000 * 100 }
      answer = described_class.assign(crews, loads, scores)
      expect([answer.profit, answer.pairs.length]).to eq(best(crews, loads, scores)),
      [crews, loads, scores].inspect
      expect(answer.pairs.map(&:first).uniq.length + answer.idle_crews.length).to eq(crews.length)
      expect(answer.pairs.map(&:last).sort + answer.unmatched_loads.sort).to match_array(loads)
    end
  end

  # HiGHS, a general solver of linear programs: an assignment's optimum is whole by itself.
  it "is as good as a general solver on 40 crews and 30 loads" do
    random = Random.new(1957)
    3.times do
      crews, loads = Array.new(40) { |i| "c#{i}" }, Array.new(30) { |i| "l#{i}" }
      scores = random_scores(random, crews, loads, share: 0.4)
      rows = [*crews, *loads].each_with_index.to_h
      starts = Array.new(scores.length) { |i| i * 2 }
      model =
        Highs.lp(
          sense: :maximize,
          col_cost: scores.values.map(&:to_f),
          col_lower: [0] * scores.length,
          col_upper: [1] * scores.length,
          row_lower: [0] * 70,
          row_upper: [1] * 70,
          a_format: :colwise,
          a_start: starts,
          a_index: scores.keys.flat_map { |crew, load| [rows[crew], rows[load]] },
          a_value: [1] * (scores.length * 2)
        )
      expect(described_class.assign(crews, loads, scores).profit).to be_within(0.5).of(
        model.solve[:obj_value]
      )
    end
  end

  it "reads the contract's document, and never takes a pair that loses money" do
    read =
      described_class.read(
        document(
          %w[c1 c2],
          %w[l1 l2],
          { %w[c1 l1] => "412.50", %w[c1 l2] => "400", %w[c2 l1] => "100.00", %w[c2 l2] => "-0.01" }
        )
      )
    expect(described_class.assign(*read).to_h).to eq(
      pairs: [{ crew: "c2", load: "l1" }, { crew: "c1", load: "l2" }],
      profit: "500.00",
      unmatched_loads: [],
      idle_crews: []
    )
    expect(
      described_class.assign(*described_class.read(document(%w[c1], %w[l1], { %w[c1 l1] => "-1" }))).to_h
    ).to include(pairs: [], profit: "0.00", unmatched_loads: %w[l1], idle_crews: %w[c1])
  end

  {
    "duplicate_id" => ["/loads/1/id", { "loads" => [{ "id" => "l1" }, { "id" => "l1" }] }],
    "unknown_crew" => [
      "/scores/0/crew",
      { "scores" => [{ "crew" => "c9", "load" => "l1", "profit" => "1" }] }
    ],
    "unknown_load" => [
      "/scores/0/load",
      { "scores" => [{ "crew" => "c1", "load" => "l9", "profit" => "1" }] }
    ],
    "duplicate_pair" => [
      "/scores/1",
      { "scores" => [{ "crew" => "c1", "load" => "l1", "profit" => "1" }] * 2 }
    ]
  }.each do |code, (path, change)|
    it("refuses #{code}") do
      expect { described_class.read({ **document(%w[c1], %w[l1], {}), **change }) }.to raise_error(
        Refused
      ) { |refused| expect([refused.code, refused.path]).to eq([code, path]) }
    end
  end

  describe ".propose" do
    option = described_class::Proposal::Option

    # The best of all sets of options that leave nothing taken twice.
    def most(options, there_are, taken = Hash.new(0))
      return 0 if options.empty?

      first, *rest = options
      without = most(rest, there_are, taken)
      return without if first.takes.any? { |key| taken[key] >= there_are.fetch(key, 1) }

      [
        without,
        first.value +
          most(
            rest,
            there_are,
            taken.merge(first.takes.to_h { |key| [key, taken[key] + 1] }).tap { |hash| hash.default = 0 }
          )
      ].max
    end

    it "chooses as well as trying every set of plans of one and two loads" do
      random = Random.new(1979)
      25.times do
        there_are = { "trailers" => 2 }
        options =
          Array.new(12) do |i|
            option.new(
              id: i,
              takes: [
                "crew #{random.rand(4)}",
                *Array.new(random.rand(1..2)) { "load #{random.rand(6)}" }.uniq,
                *("trailers" if random.rand < 0.4)
              ],
              value: random.rand(-200..900)
            )
          end
        expect(described_class.propose(options, there_are:).sum(&:value)).to eq(
          most(options.select { |one| one.value.positive? }, there_are)
        )
      end
    end

    it "keeps what is locked, though it earns less" do
      options = [
        option.new(id: 1, takes: %w[a x], value: 900),
        option.new(id: 2, takes: %w[b x], value: 100),
        option.new(id: 3, takes: %w[a y], value: -50)
      ]
      expect(described_class.propose(options).map(&:id)).to eq([1])
      expect(described_class.propose(options, locked: [2, 3]).map(&:id)).to eq([2, 3])
    end
  end
end
