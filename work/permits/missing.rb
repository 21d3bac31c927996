# frozen_string_literal: true

# What a load lacks of its permits, read together for the core to judge.
module Work::Permits::Missing
  G = Core::Permits::Gaps

  # Sentences, empty where nothing is missing or the load has no permit file.
  # starts_at - Time its trip begins, tractor_id - what pulls it; neither is judged where it is nil
  def self.of(load_id, starts_at: nil, tractor_id: nil)
    file = Store::Permits.file_of(load_id) or return []
    load = Store::Freight.load(load_id)
    zones = %i[pickup_zone delivery_zone].map { |zone| TZInfo::Timezone.get(load[zone] || "UTC") }
    ends_at = [load[:delivery_at], Store::Permits.expected_at(load_id)].compact.max
    day = ->(at, zone) { at && zone.to_local(at).to_date }
    move = move(file).with(starts_on: day.call(starts_at, zones[0]), ends_on: day.call(ends_at, zones[1]))
    # On a move that several loads share each has a tractor of its own.
    shared = Store::Permits.loads_of(file).length > 1
    G.of(held(file), move.with(of: move.of.merge(tractor_id: shared ? nil : tractor_id)), freight(load_id))
  end

  # Loads that move soon, or move, and whose permits are not in hand or no longer good: Array of
  # Core::Attention::Facts::Permits.
  def self.facts(now)
    soon = AttentionRules.all.fetch("permits").within_hours * 3600
    Store::Attention
      .loads_with_permits(now + soon)
      .filter_map do |row|
        missing = of(row[:load_id], starts_at: row[:pickup_at], tractor_id: tractor_of(row[:load_id]))
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

  def self.tractor_of(load_id)
    trip = Store::Freight.live_trip(load_id)
    trip && Store::Freight.trip_units([trip[:id]]).where(role: "tractor").get(:unit_id)
  end

  # What has changed in the load since a file was made.
  def self.outdated(file) = G.outdated(move(file), freight(file[:load_id]))

  def self.held(file)
    Store::Permits
      .permits(file[:id])
      .map do |row|
        G::Held.new(
          **row.slice(:jurisdiction, :status, :number, :valid_from, :valid_to),
          of: row[:issued_for].to_h.transform_keys(&:to_sym)
        )
      end
  end

  def self.move(file) =
    G::Move.new(
      of: file.slice(*G::SIZES, :tractor_id, :way),
      starts_on: nil,
      ends_on: nil,
      last_state: file[:route].to_a.last&.fetch("state")
    )

  def self.freight(load_id)
    lines = Store::Freight.parts(:freight_lines, load_id)
    most = ->(column) { lines.filter_map { |line| line[column] }.max || 0 }
    G::Freight.new(
      width_in: most.call(:width_in),
      length_in: most.call(:length_in),
      weight_lb: lines.sum { |line| line[:weight_lb] || 0 },
      way: Store::Permits.way(load_id)
    )
  end
  private_class_method :tractor_of, :held, :move, :freight
end
