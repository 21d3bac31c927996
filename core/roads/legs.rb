# frozen_string_literal: true

# Joins pieces of one road in one state to legs.
module Core::Roads::Legs
  # The minutes of the legs add up to those of all pieces: each leg ends at a whole minute of the journey.
  def self.of(pieces)
    seconds = 0
    behind = 0
    pieces
      .chunk_while { |one, other| [one.road, one.state] == [other.road, other.state] }
      .map do |run|
        seconds += run.sum(&:seconds)
        minutes = (seconds / 60.0).round - behind
        behind += minutes
        Core::Roads::Leg.new(
          road: run.first.road,
          state: run.first.state,
          from: run.first.from,
          to: run.last.to,
          tenths: run.sum(&:tenths),
          minutes:,
          toll_cents: run.sum(&:toll_cents),
          points: [run.first.points.first, *run.map { |piece| piece.points.last }]
        )
      end
  end
end
