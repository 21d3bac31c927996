# frozen_string_literal: true

# What keeps a load from moving on its permits: those that are not issued, those that are for another vehicle,
# way or day, and what has changed in the load since its file was made.
class Core::Permits::Gaps
  # status - draft, sent, review, asked, refused or issued; of - { width_in:, height_in:, length_in:,
  #         gross_lb:, tractor_id:, way: } that it
  # was issued for, some perhaps missing; valid_from, valid_to - Date, of an issued one
  Held = Core::Value.of(:jurisdiction, :status, :number, :valid_from, :valid_to, :of)
  # As it is to move: of - the same facts, of the file; starts_on, ends_on - Date or nil; last_state - the one
  # it is delivered in
  Move = Core::Value.of(:of, :starts_on, :ends_on, :last_state)
  # The load as it is now: the largest of its freight in inches, its pounds, its way; 0 where nothing is said
  Freight = Core::Value.of(:width_in, :length_in, :weight_lb, :way)

  SIZES = %i[width_in height_in length_in gross_lb].freeze
  WORDS = {
    "draft" => "not applied for",
    "sent" => "on its way to the office",
    "review" => "with the office",
    "asked" => "waiting for an answer to its office",
    "refused" => "refused"
  }.freeze

  # Sentences, empty where nothing does.
  def self.of(held, move, freight) =
    outdated(move, freight) +
      held.flat_map do |permit|
        if permit.status == "issued"
          unfit(permit, move)
        else
          ["#{permit.jurisdiction}: the permit is #{WORDS.fetch(permit.status)}."]
        end
      end

  # What has changed in the load since its file was made.
  def self.outdated(move, freight)
    grown =
      {
        "wider" => freight.width_in > move.of[:width_in],
        "longer" => freight.length_in > move.of[:length_in],
        "heavier" => freight.weight_lb > move.of[:gross_lb]
      }.filter_map { |word, is| word if is }
    [
      ("The load's stops have changed since its permit file was made." if freight.way != move.of[:way]),
      ("The freight is #{grown.join(" and ")} now than the permit file says." if grown.any?)
    ].compact
  end

  def self.unfit(permit, move)
    name, was, now = "#{permit.jurisdiction}: permit #{permit.number}", permit.of, move.of
    changed = ->(fact) { was[fact] && now[fact] && was[fact] != now[fact] }
    [
      (
        if move.starts_on && !(permit.valid_from..permit.valid_to).cover?(move.starts_on)
          "#{name} is good from #{permit.valid_from} to #{permit.valid_to}, and the trip begins " \
            "#{move.starts_on}."
        end
      ),
      # The other states are behind by the last day.
      (
        if permit.jurisdiction == move.last_state && move.ends_on && move.ends_on > permit.valid_to
          "#{name} ends #{permit.valid_to}, and the delivery is expected #{move.ends_on}."
        end
      ),
      ("#{name} is for another way: #{was[:way]}." if changed.call(:way)),
      ("#{name} is for another tractor." if changed.call(:tractor_id)),
      (
        if SIZES.any? { |size| was[size] && was[size] < now[size] }
          "#{name} is for a smaller load than this is now."
        end
      )
    ].compact
  end
  private_class_method :unfit
end
