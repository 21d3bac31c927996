# frozen_string_literal: true

# Which crew takes which load, for the greatest profit together.
module Core::Match
  # One crew each to one load, of the pairs that are allowed.
  #
  # Returns Assignment::Answer. A document as in the contract (contract/cli/fleet_match.json) is read by
  # `read`.
  def self.assign(crews, loads, scores) = Assignment.new(crews, loads, scores).answer

  # Returns [crews, loads, scores], scores as Hash of [crew, load] to cents. Raises Refused `duplicate_id`,
  # `duplicate_pair`, `unknown_crew`, `unknown_load`.
  def self.read(document) = Document.new(document).read

  # Plans of one or more loads for each crew, chosen together: see Proposal.
  def self.propose(options, locked: [], there_are: {}) = Proposal.new(options, locked:, there_are:).chosen
end
