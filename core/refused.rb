# frozen_string_literal: true

# Input that cannot be accepted: a code for programs, a sentence for people, and the path of the wrong value.
class Core::Refused < StandardError
  attr_reader :code, :path, :details

  # code    - String, stable, snake case
  # message - what is wrong and what to do, one sentence
  # path    - JSON pointer to the wrong value, or to the object that misses a key
  # details - Hash of further facts for the client (what a crew is on, both versions of a stale edit)
  def initialize(code, message, path: "", details: {})
    super(message)
    @code = code
    @path = path
    @details = details
  end

  def to_h = { code:, message:, path:, **details }
end
