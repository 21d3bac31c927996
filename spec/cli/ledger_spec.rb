# frozen_string_literal: true

require_relative "../../cli/ledger"
require "stringio"

RSpec.describe Ledger do
  def run(*argv, input: "")
    output, errors = StringIO.new, StringIO.new
    status = described_class.run(argv, input: StringIO.new(input), output:, errors:)
    [status, output.string, errors.string]
  end

  let(:document) do
    {
      "period" => {
        "from" => "2026-11-15",
        "to" => "2026-11-21",
        "frequency" => "weekly"
      },
      "driver" => {
        "plan" => {
          "basis" => "per_mile",
          "loaded_mile_rate" => "0.58",
          "empty_mile_rate" => "0.50"
        }
      },
      "trips" => [
        { "id" => "t-1", "completed_on" => "2026-11-17", "papers_in" => true, "loaded_miles" => "612.0" }
      ]
    }
  end

  def refused(change) =
    JSON.parse(
      run("pay", "settle", input: JSON.generate(change.call(document) && document)).then do |status, out, err|
        status == 2 && out.empty? ? err : raise("not refused: #{status} #{out}")
      end
    )[
      "error"
    ]

  it "says where the wrong row of a long list stands, by the schema's own words" do
    way = { "from" => "A", "to" => "B", "miles" => 1, "drive_minutes" => 1 }
    asked = {
      "truck" => {
        "mpg" => "6.5",
        "fuel_price" => "3.90",
        "daily_cost" => "0"
      },
      "start" => {
        "place" => "A",
        "at" => "2026-11-30T06:00Z"
      },
      "end" => {
        "place" => "B",
        "by" => "2026-12-01T06:00Z"
      },
      "loads" => [],
      "distances" => Array.new(300) { |i| way.merge("to" => "B#{i}") }
    }
    status, out, = run("freight", "chains", input: JSON.generate(asked))
    expect([status, JSON.parse(out)]).to eq([0, { "chains" => [] }])
    {
      ->(row) { row["drive_minutes"] = -1 } => %w[out_of_range /distances/271/drive_minutes],
      ->(row) { row["states"] = %w[ID ida] } => %w[wrong_form /distances/271/states/1],
      ->(row) { row.delete("to") } => %w[missing_key /distances/271],
      ->(row) { row["tolls"] = "1.00\n" } => %w[wrong_form /distances/271/tolls]
    }.each do |spoil, (code, path)|
      wrong = asked.merge("distances" => asked["distances"].map(&:dup).tap { |rows| spoil.call(rows[271]) })
      status, out, err = run("freight", "chains", input: JSON.generate(wrong))
      expect([status, out, JSON.parse(err)["error"].values_at("code", "path")]).to eq([2, "", [code, path]])
    end
  end

  it "answers one document with one document" do
    status, out, err = run("pay", "settle", input: JSON.generate(document))
    expect([status, JSON.parse(out)["net"], err]).to eq([0, "354.96", ""])
  end

  {
    "an unknown key" => [->(d) { d["zeal"] = 1 }, "unknown_key", "/zeal"],
    "a missing key, at the object that misses it" => [
      ->(d) { d["driver"]["plan"].delete("empty_mile_rate") },
      "missing_key",
      "/driver/plan"
    ],
    "a rate of another basis" => [
      ->(d) { d["driver"]["plan"]["per_ton"] = "1.00" },
      "unknown_key",
      "/driver/plan/per_ton"
    ],
    "a number where text is meant" => [
      ->(d) { d["trips"][0]["loaded_miles"] = 612 },
      "wrong_type",
      "/trips/0/loaded_miles"
    ],
    "a date that does not exist" => [
      ->(d) { d["trips"][0]["completed_on"] = "2026-02-30" },
      "wrong_form",
      "/trips/0/completed_on"
    ],
    "commas in money" => [->(d) { d["taxes"] = "1,000.00" }, "wrong_form", "/taxes"],
    "an exponent" => [->(d) { d["taxes"] = "1e3" }, "wrong_form", "/taxes"],
    "a line break in money" => [->(d) { d["taxes"] = "1.00\n" }, "wrong_form", "/taxes"],
    "three decimals in an amount" => [->(d) { d["taxes"] = "1.005" }, "wrong_form", "/taxes"],
    "a negative reimbursement" => [
      ->(d) { d["one_time"] = [{ "kind" => "reimbursement", "label" => "x", "amount" => "-1.00" }] },
      "wrong_form",
      "/one_time/0/amount"
    ],
    "a limit on an ordinary order" => [
      ->(d) do
        d["garnishments"] = [
          { "kind" => "ordinary", "label" => "x", "amount" => "1.00", "limit_percent" => "25" }
        ]
      end,
      "unknown_key",
      "/garnishments/0/limit_percent"
    ],
    "a limit over 65" => [
      ->(d) do
        d["garnishments"] = [
          { "kind" => "support", "label" => "x", "amount" => "1.00", "limit_percent" => "65.01" }
        ]
      end,
      "wrong_form",
      "/garnishments/0/limit_percent"
    ],
    "a tag that is missing" => [
      ->(d) do
        d["recurring"] = [{ "label" => "x", "basis" => "per_unit", "priority" => 1, "if_short" => "skip" }]
      end,
      "missing_key",
      "/recurring/0"
    ]
  }.each do |what, (change, code, path)|
    it("refuses #{what}") { expect(refused(change).values_at("code", "path")).to eq([code, path]) }
  end

  it "goes on after bad lines with --each, skips blank ones, and says so with status 3" do
    status, out, =
      run(
        "pay",
        "settle",
        "--each",
        input: "#{JSON.generate(document)}\n\nno json\n{}\n#{JSON.generate(document)}\n"
      )
    results = out.lines.map { |line| JSON.parse(line) }
    expect([status, results.map { |result| result.dig("error", "code") || result["net"] }]).to eq(
      [3, %w[354.96 not_json missing_key 354.96]]
    )
  end

  it "routes a truck as the contract says" do
    status, out, = run("roads", "route", input: JSON.generate("stops" => ["Boise, ID", "Denver, CO"]))
    answer = JSON.parse(out)
    expect([status, answer["by_state"].map { |row| row["state"] }, answer["legs"][0].keys]).to eq(
      [0, %w[ID UT WY CO], %w[road state from to miles minutes toll]]
    )
    expect(answer["by_state"].sum { |row| row["miles"] }.round(1)).to eq(answer["miles"])
  end

  {
    '{"stops":["Boise, ID"]}' => %w[too_few /stops],
    '{"stops":["Boise, ID",{"latitude":43}]}' => %w[missing_key /stops/1],
    '{"stops":["Boise, ID","Nowhere, ID"]}' => %w[unknown_place /stops/1],
    '{"stops":["Boise, ID","Reno, NV"],"via":["Springfield"]}' => %w[ambiguous_place /via/0],
    '{"stops":["Boise, ID","Reno, NV"],"vehicle":{"height_in":0}}' => %w[out_of_range /vehicle/height_in],
    '{"stops":["Boise, ID","Reno, NV"],"prefer":"scenery"}' => %w[wrong_value /prefer],
    '{"stops":["Boise, ID","Reno, NV"],"avoid_states":["NV"]}' => %w[no_route /stops/1]
  }.each do |input, (code, path)|
    it("refuses #{input}") do
      expect(JSON.parse(run("roads", "route", input:)[2])["error"].values_at("code", "path")).to eq(
        [code, path]
      )
    end
  end

  it "explains itself, and refuses what it does not know" do
    expect(run("--help")).to match([0, /pay settle/, ""])
    expect(run("pay", "resettle")).to match([2, "", /unknown_command/])
    expect(run("pay", "settle", "--in", "/nowhere")).to match([2, "", /no_input/])
  end

  it "runs from a shell, from any folder, without a database" do
    ledger = File.expand_path("../../bin/ledger", __dir__)
    out =
      IO.popen(
        { "DATABASE_URL" => "postgres://nowhere" },
        [ledger, "pay", "settle"],
        "r+",
        chdir: "/"
      ) do |io|
        io.write(JSON.generate(document))
        io.close_write
        io.read
      end
    expect(JSON.parse(out)["gross"]).to eq("354.96")
  end
end
