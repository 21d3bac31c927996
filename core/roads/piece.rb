# frozen_string_literal: true

# Part of a way.
module Core::Roads
  # A stretch driven: one edge or part of it, or local streets (`edge` nil, class `local`).
  Piece = Value.of(:road, :state, :from, :to, :tenths, :seconds, :toll_cents, :points, :edge, :road_class)
end
