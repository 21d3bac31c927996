# frozen_string_literal: true

RSpec.describe Core::Tracking do
  start = Time.utc(2026, 11, 23, 15)
  stop = ->(id, kind, handling = "live") do
    described_class::Stop.new(stop_id: id, kind:, name: "Stop #{id}", handling:)
  end
  let(:stops) { [stop.call(1, "pickup"), stop.call(2, "delivery")] }

  define_method(
    :said
  ) do |kind, stop_id = nil, minutes = 0, key: "#{kind} #{stop_id} #{minutes}", source: "cab", **more|
    at = start + (minutes * 60)
    described_class::Event.new(
      key:,
      kind:,
      stop_id:,
      done_at: at,
      said_at: at,
      source:,
      signer: kind == "delivered" ? "R. Dock" : nil,
      corrects: nil,
      **more
    )
  end

  # A trip as it is told in full: each step ten minutes after the one before.
  def whole(stops)
    kinds = [
      ["accepted"],
      ["pre_trip"],
      ["on_my_way"],
      *stops.flat_map do |one|
        [
          ["arrived", one.stop_id],
          (["begun", one.stop_id] if one.begun?),
          [one.work_kind, one.stop_id],
          ["left", one.stop_id]
        ].compact
      end
    ]
    kinds[...-1].each_with_index.map { |(kind, stop_id), i| said(kind, stop_id, i * 10) }
  end

  def fold(*events) = described_class.fold(events.flatten, stops)
  def codes(*events) = fold(*events).findings.map(&:code)

  it "offers one step after the other, from the answer to the post-trip inspection" do
    events = whole(stops)
    offered = (0..events.length).map { |n| described_class.next_step(fold(*events.first(n)))&.kind }
    expect(offered).to eq(
      %w[accepted pre_trip on_my_way arrived begun loaded left arrived begun delivered post_trip]
    )
    expect(described_class.next_step(fold(*events, said("post_trip", nil, 200)))).to be_nil
    expect(fold(*events).to_h.values_at(:status, :delivered_at, :findings)).to eq(
      ["delivered", start + (90 * 60), []]
    )
  end

  it "has no loading where trailers change, and asks for both numbers" do
    dropped = [stop.call(1, "pickup", "drop_hook"), stop.call(2, "hook"), stop.call(3, "delivery")]
    steps = described_class.steps(described_class.fold([], dropped))
    expect(steps.map { |step| [step.kind, step.stop_id] }).not_to include(["begun", 1], ["begun", 2])
    expect(steps.find { |step| step.kind == "loaded" }.to_h).to include(
      label: "Trailers changed",
      asks: include("trailer_dropped", "trailer_taken")
    )
    expect(steps.find { |step| step.kind == "hooked" }.asks).to eq(["trailer_taken"])
  end

  it "takes an earlier step as done when only a later one was told" do
    expect(described_class.next_step(fold(said("loaded", 1))).kind).to eq("left")
    expect(described_class.next_step(fold(said("arrived", 2))).kind).to eq("begun")
    expect(codes(said("arrived", 2))).to eq(["step_missing"])
  end

  it "believes the driver's phone before others, then the earlier time" do
    told = [
      said("arrived", 1, 12, source: "geofence"),
      said("arrived", 1, 15),
      said("arrived", 1, 18, key: "again"),
      said("arrived", 1, 9, source: "dispatcher")
    ]
    expect(fold(*told).progress.first.arrived_at).to eq(start + (15 * 60))
  end

  it "lifts a time that runs backwards, says so, and is content once it is put right" do
    events = [said("arrived", 1, 20), said("loaded", 1, 5, key: "typed wrong")]
    expect(fold(*events).progress.first.worked_at).to eq(start + (20 * 60))
    expect(fold(*events).findings.map(&:to_h)).to eq(
      [
        {
          code: "out_of_order",
          text: "Stop 1: loaded is told 15 min before the step before it. Put one of the two right.",
          stop_id: 1,
          parts: {
            place: "Stop 1",
            kind: "loaded",
            minutes: 15
          }
        }
      ]
    )
    right = said("corrected", 1, 50, key: "first try", corrects: "typed wrong")
    later = said("corrected", 1, 45, key: "second try", corrects: "typed wrong", said_at: start + 9999)
    expect(
      [right, later].permutation.map { |list| fold(*events, *list).progress.first.worked_at }.uniq
    ).to eq([start + (45 * 60)])
    expect(codes(*events, right)).to eq([])
    expect(
      fold(*events, right, said("withdrawn", nil, 300, corrects: "typed wrong")).progress.first.worked_at
    ).to be_nil
  end

  {
    "a delivery that nobody signed" => [
      [[:said, "delivered", 2, 9, { signer: " " }]],
      %w[step_missing signer_missing]
    ],
    "work that is not done at such a stop" => [[[:said, "delivered", 1]], %w[wrong_step]],
    "a stop that is no longer on the trip" => [[[:said, "arrived", 7]], %w[stop_gone]],
    "declining under way" => [
      [[:said, "on_my_way", nil, 1], [:said, "declined", nil, 5]],
      %w[declined_under_way]
    ],
    "going on after declining" => [
      [[:said, "declined", nil, 1], [:said, "on_my_way", nil, 5]],
      %w[went_on_after_declining]
    ]
  }.each do |what, (calls, found)|
    it("points out #{what}") do
      expect(
        codes(
          *calls.map do |name, *arguments|
            send(name, *arguments.grep_v(Hash), **(arguments.last.is_a?(Hash) ? arguments.last : {}))
          end
        )
      ).to eq(found)
    end
  end

  it "is declined until it begins, by when it was done and not by when it was heard" do
    expect(fold(said("accepted"), said("declined", nil, 5)).status).to eq("declined")
    expect(
      [said("on_my_way", nil, 4), said("declined", nil, 5)].permutation.map { |events| fold(*events).status }
    ).to eq(%w[rolling rolling])
  end

  # Streams as they come from the road: several sources, repeated, shuffled, hours late, cut anywhere.
  # Repeatable by its seed.
  describe "whatever the order of arrival" do
    kinds = %w[pickup delivery drop hook yard swap]

    def random_stream(random, stops)
      events = whole(stops)
      events = events.reject { random.rand < 0.1 } # forgotten steps
      others =
        events
          .select { random.rand < 0.3 }
          .map do |event|
            event.with(
              key: "#{event.key} too",
              source: described_class::Fold::BELIEVED.sample(random:),
              done_at: event.done_at + random.rand(-900..900),
              said_at: event.said_at + random.rand(0..20_000)
            )
          end
      wrong = events.select { random.rand < 0.2 }
      corrections =
        wrong.map do |event|
          event.with(
            key: "right #{event.key}",
            kind: "corrected",
            corrects: event.key,
            done_at: event.done_at + random.rand(-600..600),
            said_at: event.said_at + random.rand(1..9999)
          )
        end
      events + others + corrections
    end

    300.times do |seed|
      random = Random.new(seed)
      many =
        Array.new(random.rand(1..5)) do |i|
          stop.call(i + 1, kinds.sample(random:), random.rand < 0.3 ? "drop_hook" : "live")
        end
      it "tells the same story of stream #{seed}", if: (seed % 10).zero? || ENV.fetch("THOROUGH", nil) do
        stream = random_stream(random, many)
        told = described_class.fold(stream, many)
        10.times do
          expect(
            described_class.fold(
              (stream + stream.sample(random.rand(0..stream.length), random:)).shuffle(random:),
              many
            )
          ).to eq(told)
        end
        times =
          told.progress.flat_map { |one| [one.arrived_at, one.begun_at, one.worked_at, one.left_at] }.compact
        expect(times).to eq(times.sort)
        # Of any part that has come in, a state: never one that a later event takes back but by a correction.
        rank = [nil, "accepted", "rolling", "delivered"]
        arriving = stream.reject(&:corrects).shuffle(random:)
        states =
          (0..arriving.length).map { |n| rank.index(described_class.fold(arriving.first(n), many).status) }
        expect(states).to eq(states.sort)
      end
    end
  end
end
