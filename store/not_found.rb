# frozen_string_literal: true

# A record that was asked for by its id and is not there.
class Store::NotFound < StandardError
  def initialize(kind, id) = super("There is no #{kind} with the id #{id}.")
end
