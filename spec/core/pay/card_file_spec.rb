# frozen_string_literal: true

require_relative "../../../config/core"

RSpec.describe Core::Pay::CardFile do
  head = "transaction,kind,card,unit,date,time,place,state,gallons,amount"
  good = {
    "transaction" => "A1",
    "kind" => "fuel",
    "card" => "4417",
    "unit" => "",
    "date" => "2026-11-16",
    "time" => "23:59",
    "place" => "Stop 9",
    "state" => "id",
    "gallons" => "101.125",
    "amount" => "412.30"
  }

  define_method(:line) { |**changed| good.merge(changed.transform_keys(&:to_s)).values.join(",") }
  define_method(:file) { |*lines| [head, *lines].join("\n") }
  def read(text) = described_class.read(text)

  it "reads every column, a state in any case, and no gallons as none" do
    rows = read(file(line, line(transaction: "A2", gallons: "", card: "", unit: "T-1", amount: "-5")))
    expect(rows.map(&:to_h)).to eq(
      [
        {
          line: 2,
          reference: "A1",
          kind: "fuel",
          card: "4417",
          unit: "",
          local_time: "2026-11-16 23:59",
          place: "Stop 9",
          state: "ID",
          gallons: BigDecimal("101.125"),
          cents: 41_230
        },
        {
          line: 3,
          reference: "A2",
          kind: "fuel",
          card: "",
          unit: "T-1",
          local_time: "2026-11-16 23:59",
          place: "Stop 9",
          state: "ID",
          gallons: nil,
          cents: -500
        }
      ]
    )
  end

  it "takes columns in any order and case, with blanks, and leaves out those that nobody needs" do
    text = " Amount , TIME,date,unit,kind,transaction\n 1.5 ,00:00,2026-02-28,T-1,toll, X "
    expect(read(text).first).to have_attributes(
      reference: "X",
      cents: 150,
      place: "",
      state: "",
      gallons: nil
    )
  end

  it "passes over empty lines" do
    expect(read(file(line, "", line(transaction: "A2"))).map(&:reference)).to eq(%w[A1 A2])
  end

  # How the bytes may come.
  {
    "with a mark of UTF-8" => ->(text) { "\xEF\xBB\xBF".b + text.b },
    "in UTF-16, small end first" => ->(text) { "\xFF\xFE".b + text.encode("UTF-16LE").b },
    "in UTF-16, big end first" => ->(text) { "\xFE\xFF".b + text.encode("UTF-16BE").b }
  }.each do |how, written|
    it "is read #{how}" do
      expect(read(written.call(file(line(place: "Cañon")))).first.place).to eq("Cañon")
    end
  end

  it "refuses other bytes, and says how to save them" do
    expect { read(file(line(place: "Ca\xF1on".b)).b) }.to refuse("encoding", "")
    expect { read("\xFF\xFEa".b) }.to refuse("encoding", "")
  end

  # What is wrong with the file as a whole, and where it says so.
  [
    ["no transaction", [head].join, "empty", ""],
    ["a quote that never ends", "#{head}\n\"A1,fuel", "not_csv", ""],
    ["a needed column missing", "transaction,card,date,time,amount\n", "missing_column", "/kind"],
    ["the first of two missing named", "kind,card,date,time\n", "missing_column", "/transaction"],
    ["a column that is none of ours", "#{head},pump\n", "unknown_column", "/pump"]
  ].each do |what, text, code, path|
    it "refuses #{what}" do
      expect { read(text) }.to refuse(code, path)
    end
  end

  # One field changed, and the column that is named.
  [
    [{ transaction: "" }, "transaction"],
    [{ kind: "food" }, "kind"],
    [{ kind: "Fuel" }, "kind"],
    [{ card: "", unit: "" }, "card"],
    [{ date: "16.11.2026" }, "date"],
    [{ date: "2026-02-29" }, "date"],
    [{ date: "12026-02-28" }, "date"],
    [{ time: "24:00" }, "time"],
    [{ time: "9:30" }, "time"],
    [{ time: "12:60" }, "time"],
    [{ state: "I" }, "state"],
    [{ state: "IDA" }, "state"],
    [{ state: "4D" }, "state"],
    [{ gallons: "1.1234" }, "gallons"],
    [{ gallons: "-1" }, "gallons"],
    [{ gallons: "123456" }, "gallons"],
    [{ amount: "" }, "amount"],
    [{ amount: "1.234" }, "amount"],
    [{ amount: "$5" }, "amount"],
    [{ amount: "1234567" }, "amount"]
  ].each do |changed, column|
    it "names line 3 and #{column} for #{changed}" do
      expect { read(file(line(transaction: "B1"), line(**changed))) }.to raise_error(Refused) { |refused|
        expect([refused.code, refused.path]).to eq(%w[bad_rows /3])
        expect(refused.message).to match(/\ALine 3, #{column}: .*\. Nothing was taken in\.\z/)
      }
    end
  end

  # At the edge of what is good.
  [
    { date: "2028-02-29" },
    { time: "00:00" },
    { time: "09:05" },
    { state: "" },
    { gallons: "12345.678" },
    { amount: "999999.99" },
    { amount: "-0.05" },
    { kind: "other", card: "", unit: "9" }
  ].each do |changed|
    it "takes #{changed}" do
      expect(read(file(line(**changed))).length).to eq(1)
    end
  end

  it "says which line a number stands in already" do
    expect { read(file(line, line(transaction: "A2"), line)) }.to raise_error(Refused) { |refused|
      expect([refused.message[/\A[^.]*/], refused.path]).to eq(
        ["Line 4, transaction: a1 stands in line 2 already", "/4"]
      )
    }
  end

  # Rows that are wrong, and what is said beyond the first five.
  { 5 => nil, 6 => "; and 1 more", 8 => "; and 3 more" }.each do |count, more|
    it "says five of #{count} wrong rows#{" and how many more" if more}" do
      lines = Array.new(count) { |i| line(transaction: "A#{i}", kind: "food") }
      expect { read(file(*lines)) }.to raise_error(Refused) { |refused|
        expect(refused.message.scan(/line \d+/i).length).to eq(5)
        expect(refused.message[/; and \d+ more/]).to eq(more)
      }
    end
  end

  it "takes twenty thousand rows and not one more" do
    rows = Array.new(20_000) { |i| line(transaction: i.to_s) }
    expect(read(file(*rows)).length).to eq(20_000)
    expect { read(file(*rows, line(transaction: "one more"))) }.to refuse("too_many_rows", "")
  end
end
