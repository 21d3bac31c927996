# frozen_string_literal: true

# When a load's papers are in, and with them those of a trip: one rule for the phone, billing and pay.
module Core::Freight::Papers
  # Either shows what was carried and taken; common practice. Permits, photos and notes do not.
  PROOF = %w[bol pod].freeze

  # Are a load's papers in? kinds - of all that came in for it, from whichever of its trips.
  def self.in?(kinds) = kinds.intersect?(PROOF)

  # The loads of a trip that still want theirs. kinds - Hash of load id to the kinds that came in for it.
  # Returns ids, in their order; a trip without loads wants nothing.
  def self.wanted(kinds) = kinds.reject { |_, of_load| in?(of_load) }.keys
end
