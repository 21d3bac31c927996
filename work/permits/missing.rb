# frozen_string_literal: true

# What a load lacks of its permits, read together for the core to judge.
module Work::Permits::Missing
  G = Core::Permits::Gaps
  OVERSIZE = { wide: "%s wide", high: "%s high on the deck", gross: "about %s gross" }.freeze

  # Sentences, empty where nothing is missing, but what a permit clerk lets go all the same. A load that
  # looks as if it
  # wanted permits lacks its file.
  #
  # trip - row of the trip that moves it, nil where there is none: neither its beginning nor its units are
  # judged then
  def self.of(load_id, trip: nil)
    file = Store::Permits.file_of(load_id) or return without_file(load_id)
    let_go = file[:let_go].to_h.fetch("gaps", []).map { |gap| gap["key"] }
    all(file, load_id, trip).reject { |gap| let_go.include?(gap.key) }.map(&:text)
  end

  # The same of a load as it stands, on the trip that it is on.
  def self.today(load_id) = of(load_id, trip: Store::Freight.live_trip(load_id))

  # Array of Core::Permits::Gaps::Gap, with what is let go.
  def self.all(file, load_id, trip) = G.of(held(file), dated(file, load_id, trip), freight(file, load_id))

  # Sentences, where what an office has or has granted is less than what moves: see
  # Core::Permits::Gaps.uncovered.
  def self.uncovered(file, load_id) =
    G.uncovered(held(file), dated(file, load_id, Store::Freight.live_trip(load_id))).map(&:text)

  # Loads that move soon, or move, and whose permits are not in hand or no longer good: Array of
  # Core::Attention::Facts::Permits.
  def self.facts(now)
    soon = AttentionRules.all.fetch("permits").within_hours * 3600
    Store::Attention
      .loads_with_permits(now + soon)
      .filter_map do |row|
        missing = today(row[:load_id])
        next if missing.empty?

        Core::Attention::Facts::Permits.new(
          subject_id: row[:load_id],
          **row.slice(:number, :origin, :destination, :total),
          at: row[:pickup_at],
          zone: row[:pickup_zone],
          missing:
        )
      end
  end

  # What has changed in the load since somebody looked at its file.
  def self.outdated(file) = G.outdated(move(file, {}), freight(file, file[:load_id])).map(&:text)

  def self.held(file)
    Store::Permits
      .permits(file[:id])
      .map do |row|
        issued = row[:status] == "issued"
        G::Held.new(
          **row.slice(:jurisdiction, :status, :number, :valid_from, :valid_to),
          of: issued ? Work::Permits::Version.issued_for(row) : Work::Permits::Version.asked_with(row)
        )
      end
  end

  # What moves, on its days.
  def self.dated(file, load_id, trip)
    load = Store::Freight.load(load_id)
    zones = %i[pickup_zone delivery_zone].map { |zone| TZInfo::Timezone.get(load[zone] || "UTC") }
    ends_at = [load[:delivery_at], Store::Permits.expected_at(load_id)].compact.max
    starts_at = trip && (trip[:status] == "rolling" ? load[:pickup_at] : trip[:during].begin)
    day = ->(at, zone) { at && zone.to_local(at).to_date }
    move(file, units_of(file, trip)).with(
      starts_on: day.call(starts_at, zones[0]),
      ends_on: day.call(ends_at, zones[1])
    )
  end

  # On a move that several loads share each has units of its own.
  def self.units_of(file, trip)
    return {} if trip.nil? || Store::Permits.loads_of(file).length > 1

    held = Store::Freight.trip_units([trip[:id]]).to_hash(:role, :unit_id)
    { tractor_id: held["tractor"], trailer_id: held["trailer"] }.compact
  end

  def self.move(file, units)
    moves = Work::Permits::Version.moves(file, **units)
    # Who pulls it is judged where it is known, not where the file only hopes.
    moves = moves.except(:tractor_id, :tractor_plate) unless units[:tractor_id]
    moves = moves.except(:trailer_id, :trailer_plate) unless units[:trailer_id]
    G::Move.new(
      of: moves,
      roads: Work::Permits::Version.roads_by_state(file),
      starts_on: nil,
      ends_on: nil,
      last_state: file[:route].to_a.last&.fetch("state")
    )
  end

  def self.freight(file, load_id)
    rig = Work::Permits::Rig.new(Store::Freight.load(load_id))
    G::Freight.new(
      width_in: rig.most(:width_in) || 0,
      length_in: rig.most(:length_in) || 0,
      weight_lb: rig.weight_lb,
      way: Store::Permits.way(load_id),
      rig: Work::Permits::Rig.largest(Store::Permits.loads_of(file)),
      seen: file[:seen]&.to_h&.transform_keys(&:to_sym)
    )
  end

  # What is beyond what moves without a permit anywhere, and has no file yet.
  def self.without_file(load_id)
    found = Work::Permits::Rig.new(Store::Freight.load(load_id)).oversize
    return [] if found.empty?

    said =
      found.map do |what, amount|
        format(OVERSIZE.fetch(what), what == :gross ? pounds(amount) : feet(amount))
      end
    ["It is #{said.join(" and ")}, and it has no permit file."]
  end

  def self.pounds(count) = Core::Spoken.pounds(count)
  def self.feet(inches) = Core::Roads.feet(inches)
  private_class_method :pounds, :feet, :held, :dated, :units_of, :move, :freight, :without_file
end
