# frozen_string_literal: true

# A row that somebody else has changed since it was read, and that no lock had held.
class Store::Stale < StandardError
  def initialize(table, id, version) = super("#{table} #{id} is not at version #{version} any more.")
end
