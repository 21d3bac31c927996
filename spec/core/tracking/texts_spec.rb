# frozen_string_literal: true

# What drivers text where they are, read against the table beside this file. A wrong reading moves something that
# was not said; a missed one is read by a person.
RSpec.describe Core::Tracking::Conversation do
  start = Time.utc(2026, 11, 23, 15)
  kinds = { "p" => "pickup", "d" => "delivery", "h" => "hook", "r" => "drop", "y" => "yard", "s" => "swap" }
  drive_minutes = { "p1" => 45, "p2" => 55, "d1" => 220, "d2" => 130 }
  places = { "p1" => ["Boise"], "p2" => ["Ontario"], "d1" => ["Pendleton"], "d2" => ["Yakima"] }

  # A whole trip as it is told: kind, stop, minute.
  freight = [
    ["accepted", nil, -60],
    ["on_my_way", nil, 0],
    ["arrived", "p1", 40],
    ["loaded", "p1", 100],
    ["left", "p1", 110],
    ["arrived", "p2", 165],
    ["loaded", "p2", 200],
    ["left", "p2", 210],
    ["arrived", "d1", 430],
    ["delivered", "d1", 470],
    ["left", "d1", 480],
    ["arrived", "d2", 610],
    ["delivered", "d2", 640]
  ]
  unsaid = ->(stop) { freight.reject { |kind, id, _| [kind, id] == ["delivered", stop] } }
  own = [
    ["accepted", nil, -60],
    ["on_my_way", nil, 0],
    ["arrived", "h1", 30],
    ["hooked", "h1", 40],
    ["left", "h1", 45],
    ["arrived", "p1", 60],
    ["loaded", "p1", 100],
    ["left", "p1", 110],
    ["arrived", "d1", 430],
    ["delivered", "d1", 470],
    ["left", "d1", 480],
    ["arrived", "r1", 500],
    ["dropped", "r1", 510],
    ["left", "r1", 515],
    ["arrived", "y1", 530]
  ]
  relayed = [["accepted", nil, -60], ["on_my_way", nil, 0], ["arrived", "s1", 30]]
  handed_on = [*freight.first(5), ["arrived", "s2", 200]]

  # stops of the trip; status; what was told; minute of the text; stop whose signer we asked for; minute in which
  # the trip before was done
  trips = { freight: %w[p1 p2 d1 d2], own: %w[h1 p1 d1 r1 y1], relayed: %w[s1 d1], handed_on: %w[p1 s2] }
  situations = {
    "new" => [:freight, "sent", [], -90],
    "accepted" => [:freight, "accepted", freight.first(1), -30],
    "to_p1" => [:freight, "rolling", freight.first(2), 38],
    "at_p1" => [:freight, "rolling", freight.first(3), 70],
    "loaded_p1" => [:freight, "rolling", freight.first(4), 105],
    "to_p2" => [:freight, "rolling", freight.first(5), 160],
    "at_p2" => [:freight, "rolling", freight.first(6), 185],
    "to_d1" => [:freight, "rolling", freight.first(8), 420],
    "at_d1" => [:freight, "rolling", freight.first(9), 455],
    "signer_d1" => [:freight, "rolling", freight.first(10), 472, "d1"],
    "to_d2" => [:freight, "rolling", freight.first(11), 600],
    "at_d2" => [:freight, "rolling", freight.first(12), 630],
    "signer_d2" => [:freight, "delivered", freight, 642, "d2"],
    "done" => [:freight, "delivered", freight, 700],
    "none" => nil,
    "away_d1" => [:freight, "rolling", unsaid.call("d1").first(10), 485],
    "later_d1" => [:freight, "rolling", unsaid.call("d1").first(10), 600],
    "away_d2" => [:freight, "rolling", [*unsaid.call("d2"), ["left", "d2", 650]], 655],
    "next" => [:freight, "sent", [], -90, nil, -93],
    "own_new" => [:own, "sent", [], -90],
    "own_h1" => [:own, "rolling", own.first(3), 35],
    "own_p1" => [:own, "rolling", own.first(6), 90],
    "own_d1" => [:own, "rolling", own.first(9), 450],
    "own_r1" => [:own, "rolling", own.first(12), 505],
    "own_y1" => [:own, "rolling", own, 535],
    "relay_s1" => [:relayed, "rolling", relayed, 40],
    "relay_s2" => [:handed_on, "rolling", handed_on, 210]
  }

  standing =
    lambda do |situation|
      trip, status, told, minute, unsigned_id, free_minute = situation
      next if trip.nil?

      events =
        told.map do |kind, stop_id, at|
          Core::Tracking::Event.new(
            key: "#{kind} #{stop_id}",
            kind:,
            stop_id:,
            done_at: start + (at * 60),
            said_at: start + (at * 60),
            source: "text",
            signer: kind == "delivered" && stop_id != unsigned_id ? "A" : nil,
            corrects: nil
          )
        end
      stops =
        trips
          .fetch(trip)
          .map do |name|
            Core::Tracking::Stop.new(stop_id: name, kind: kinds.fetch(name[0]), name:, handling: "live")
          end
      described_class::Standing.new(
        status:,
        outcome: Core::Tracking.fold(events, stops),
        drive_minutes:,
        free_at: free_minute && (start + (free_minute * 60)),
        unsigned_id:,
        doubted_id: nil,
        at: start + (minute * 60)
      )
    end

  amount = ->(quantity) { "#{Core::Money.rate_text(quantity.amount, places: 0)} #{quantity.unit}" }

  # As the table says it.
  said =
    lambda do |situation, text|
      meaning = Core::Tracking::Words.read(text, places)
      reading = described_class.read(meaning, standing.call(situations.fetch(situation)))
      next meaning.language if reading.answer == "language"
      next reading.answer if reading.tells.empty?

      first = reading.tells.first
      [
        reading.answer == "signed" ? "signer" : first.kind,
        first.kind == "on_my_way" ? "p1" : first.stop_id,
        first.signer && (reading.answer == "signed" ? first.signer : "by #{first.signer}"),
        first.short && "short #{amount.call(first.short)}",
        first.quantity && amount.call(first.quantity),
        *reading.tells.drop(1).map(&:kind)
      ].compact.join(" ")
    end

  table =
    File
      .readlines(File.join(__dir__, "texts.txt"), chomp: true)
      .reject { |line| line.start_with?("#") || line.empty? }
      .map { |line| line.split(" | ") }
  harmless = %w[message again back question help en es]

  it "moves nothing that was not said, in #{table.length} texts" do
    wrong =
      table.filter_map do |situation, text, wanted|
        read = said.call(situation, text)
        [situation, text, wanted, read] unless read == wanted || harmless.include?(read)
      end
    expect(wrong.map(&:inspect)).to eq([])
  end

  it "understands all of them" do
    missed =
      table.filter_map do |situation, text, wanted|
        read = said.call(situation, text)
        [situation, text, wanted, read] unless read == wanted
      end
    expect(missed.map(&:inspect)).to eq([])
  end

  # Devices tell some steps, drivers forget others: whatever is known, a text tells only what is done at its stop.
  it "tells of every stop only what is done there, whatever was told before and in any trip" do
    random = Random.new(20_261_129)
    texts = table.map { |_, text, _| text }.uniq
    wrong =
      { freight:, own:, relayed:, handed_on: }.flat_map do |trip, told|
        Array
          .new(60) do
            some = told.select { random.rand < 0.6 }
            unsigned =
              some.rassoc("d1") && some.any? { |kind, id, _| kind == "delivered" && id == "d1" } ? "d1" : nil
            known = standing.call([trip, "rolling", some, random.rand(800), unsigned])
            texts
              .sample(40, random:)
              .flat_map { |text| described_class.read(Core::Tracking::Words.read(text, places), known).tells }
              .reject do |tell|
                stop = known.outcome.progress.find { |one| one.stop_id == tell.stop_id }
                if stop
                  ["arrived", "left", stop.work_kind].include?(tell.kind)
                else
                  %w[accepted on_my_way].include?(tell.kind)
                end
              end
          end
          .flatten
      end
    expect(wrong).to eq([])
  end
end
