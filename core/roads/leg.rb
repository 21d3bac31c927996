# frozen_string_literal: true

# Part of a way.
module Core::Roads
  # Pieces of one road in one state, in a row.
  Leg = Value.of(:road, :state, :from, :to, :tenths, :minutes, :toll_cents, :points)
end
