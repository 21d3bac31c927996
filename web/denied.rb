# frozen_string_literal: true

# A request that is turned away before it reaches a route.
class Web::Denied < StandardError
  attr_reader :status, :code

  def initialize(status, code, message)
    super(message)
    @status = status
    @code = code
  end
end
