# frozen_string_literal: true

# What keeps a load from moving on its permits: those that are not issued, those that do not cover what
# moves, and
# what has changed in the load since its file was last looked at.
class Core::Permits::Gaps
  # key - Array of text that says which gap it is, with its figures: the same gap has the same; text - a
  # sentence
  Gap = Core::Value.of(:key, :text)
  # status - draft, sent, review, asked, refused or issued; of - facts (see Covers) that it was asked for, or
  # issued for,
  # some perhaps missing; valid_from, valid_to - Date, of an issued one
  Held = Core::Value.of(:jurisdiction, :status, :number, :valid_from, :valid_to, :of)
  # As it is to move: of - the same facts, of the file and its units; roads - Hash of state to those through
  # it;
  # starts_on, ends_on - Date or nil; last_state - the one it is delivered in
  Move = Core::Value.of(:of, :roads, :starts_on, :ends_on, :last_state)
  # The load as it is now: the largest of its freight in inches, its pounds, its way, 0 where nothing is
  # said; rig - what
  # it measures on its trailer behind its tractor, as far as it can be worked out; seen - the same when
  # somebody last
  # looked at the file, nil where that was not kept
  Freight = Core::Value.of(:width_in, :length_in, :weight_lb, :way, :rig, :seen)

  GROWN = {
    width_in: "wider",
    height_in: "higher",
    length_in: "longer",
    rear_overhang_in: "longer over the rear",
    gross_lb: "heavier"
  }.freeze
  WORDS = {
    "draft" => "not applied for",
    "sent" => "on its way to the office",
    "review" => "with the office",
    "asked" => "waiting for an answer to its office",
    "refused" => "refused"
  }.freeze

  # Array of Gap, empty where nothing does.
  def self.of(held, move, freight) =
    outdated(move, freight) + held.flat_map { |permit| of_permit(permit, move) }

  # Of these, where what an office has or has granted is less than what moves, or for other days or roads.
  def self.uncovered(held, move) =
    held.flat_map { |permit| permit.status == "issued" ? unfit(permit, move) : behind(permit, move) }

  # What has changed in the load since its file was made, or last looked at.
  def self.outdated(move, freight)
    grown = GROWN.select { |fact, _| grown?(fact, move, freight) }
    figures = grown.keys.flat_map { |fact| [fact, alone(fact, freight), freight.rig[fact]] }
    [
      if freight.way != move.of[:way]
        gap("The load's stops have changed since its permit file was made.", :way, freight.way)
      end,
      if grown.any?
        gap("The load is #{grown.values.join(" and ")} now than the permit file says.", :grown, *figures)
      end
    ].compact
  end

  def self.gap(text, *key) = Gap.new(key: key.flatten.map(&:to_s), text:)

  # More than the file says by itself, or more than it was and more than the file says: what a clerk has
  # measured stands
  # until something grows.
  def self.grown?(fact, move, freight)
    said = move.of[fact] or return false
    freight_alone = alone(fact, freight)
    return true if freight_alone && freight_alone > said

    was, now = freight.seen&.fetch(fact, nil), freight.rig[fact]
    !was.nil? && !now.nil? && now > was && now > said
  end

  def self.alone(fact, freight) =
    { width_in: freight.width_in, length_in: freight.length_in, gross_lb: freight.weight_lb }[fact]

  def self.of_permit(permit, move)
    return unfit(permit, move) if permit.status == "issued"

    waits = "#{permit.jurisdiction}: the permit is #{WORDS.fetch(permit.status)}."
    [gap(waits, permit.jurisdiction, permit.status), *behind(permit, move)]
  end

  def self.behind(permit, move)
    return [] unless Core::Permits::Sending::UNDER_WAY.include?(permit.status)

    less(permit, move, "#{permit.jurisdiction}: what its office was asked")
  end

  def self.less(permit, move, name)
    moves = move.of.merge(roads: move.roads[permit.jurisdiction])
    Core::Permits::Covers
      .unmet(permit.of, moves)
      .map do |one|
        gap("#{name} #{one.text}.", permit.jurisdiction, permit.status, one.fact, one.was, one.now)
      end
  end

  def self.unfit(permit, move)
    name = "#{permit.jurisdiction}: permit #{permit.number}"
    [*other_days(permit, move, name), *less(permit, move, name)]
  end

  def self.other_days(permit, move, name)
    from, to = permit.valid_from, permit.valid_to
    [
      if move.starts_on && !(from..to).cover?(move.starts_on)
        text = "#{name} is good from #{day(from)} to #{day(to)}, and the trip begins #{day(move.starts_on)}."
        gap(text, permit.jurisdiction, :starts_on, from, to, move.starts_on)
      end,
      # The other states are behind by the last day.
      if permit.jurisdiction == move.last_state && move.ends_on && move.ends_on > to
        text = "#{name} ends #{day(to)}, and the delivery is expected #{day(move.ends_on)}."
        gap(text, permit.jurisdiction, :ends_on, to, move.ends_on)
      end
    ].compact
  end

  def self.day(date) = Core::Spoken.day(date)
  private_class_method :gap, :grown?, :alone, :of_permit, :behind, :less, :unfit, :other_days, :day
end
