# frozen_string_literal: true

# One paper of a load with its content.
module Reads::Tracking::Paper
  # { content_type:, content:, … } Raises Store::NotFound.
  def self.of(id) = Store::Tracking::Papers.with_content(id) || raise(Store::NotFound.new("paper", id))

  # As a driver may read it. Raises Store::NotFound also for another's.
  def self.for_driver(id, driver_id)
    paper = of(id)
    Store::Tracking::Papers.may_read?(driver_id, paper) ? paper : raise(Store::NotFound.new("paper", id))
  end
end
