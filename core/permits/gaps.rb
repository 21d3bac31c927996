# frozen_string_literal: true

# What keeps a load from moving on its permits: those that are not issued, those that do not cover what moves, and
# what has changed in the load since its file was last looked at.
class Core::Permits::Gaps
  # status - draft, sent, review, asked, refused or issued; of - facts (see Covers) that it was asked for, or issued for,
  # some perhaps missing; valid_from, valid_to - Date, of an issued one
  Held = Core::Value.of(:jurisdiction, :status, :number, :valid_from, :valid_to, :of)
  # As it is to move: of - the same facts, of the file and its units; roads - Hash of state to those through it;
  # starts_on, ends_on - Date or nil; last_state - the one it is delivered in
  Move = Core::Value.of(:of, :roads, :starts_on, :ends_on, :last_state)
  # The load as it is now: the largest of its freight in inches, its pounds, its way, 0 where nothing is said; rig - what
  # it measures on its trailer behind its tractor, as far as it can be worked out; seen - the same when somebody last
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

  # Sentences, empty where nothing does.
  def self.of(held, move, freight) =
    outdated(move, freight) + held.flat_map { |permit| of_permit(permit, move) }

  # Of these, where what an office has or has granted is less than what moves, or for other days or roads.
  def self.uncovered(held, move) =
    held.flat_map { |permit| permit.status == "issued" ? unfit(permit, move) : behind(permit, move) }

  # What has changed in the load since its file was made, or last looked at.
  def self.outdated(move, freight)
    grown = GROWN.select { |fact, _| grown?(fact, move, freight) }.values
    [
      ("The load's stops have changed since its permit file was made." if freight.way != move.of[:way]),
      ("The load is #{grown.join(" and ")} now than the permit file says." if grown.any?)
    ].compact
  end

  # More than the file says by itself, or more than it was and more than the file says: what a clerk has measured stands
  # until something grows.
  def self.grown?(fact, move, freight)
    said = move.of[fact] or return false
    alone = { width_in: freight.width_in, length_in: freight.length_in, gross_lb: freight.weight_lb }[fact]
    return true if alone && alone > said

    was, now = freight.seen&.fetch(fact, nil), freight.rig[fact]
    !was.nil? && !now.nil? && now > was && now > said
  end

  def self.of_permit(permit, move)
    return unfit(permit, move) if permit.status == "issued"

    ["#{permit.jurisdiction}: the permit is #{WORDS.fetch(permit.status)}.", *behind(permit, move)]
  end

  def self.behind(permit, move)
    return [] unless Core::Permits::Sending::UNDER_WAY.include?(permit.status)

    less(permit, move).map { |said| "#{permit.jurisdiction}: what its office was asked #{said}." }
  end

  def self.less(permit, move) =
    Core::Permits::Covers.unmet(permit.of, move.of.merge(roads: move.roads[permit.jurisdiction]))

  def self.unfit(permit, move)
    name = "#{permit.jurisdiction}: permit #{permit.number}"
    [
      (
        if move.starts_on && !(permit.valid_from..permit.valid_to).cover?(move.starts_on)
          "#{name} is good from #{day(permit.valid_from)} to #{day(permit.valid_to)}, and the trip begins " \
            "#{day(move.starts_on)}."
        end
      ),
      # The other states are behind by the last day.
      (
        if permit.jurisdiction == move.last_state && move.ends_on && move.ends_on > permit.valid_to
          "#{name} ends #{day(permit.valid_to)}, and the delivery is expected #{day(move.ends_on)}."
        end
      ),
      *less(permit, move).map { |said| "#{name} #{said}." }
    ].compact
  end

  def self.day(date) = Core::Spoken.day(date)
  private_class_method :grown?, :of_permit, :behind, :less, :unfit, :day
end
