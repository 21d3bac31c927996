# frozen_string_literal: true

# The shapes of the states, asked with bare coordinates as the survey has them.
class Survey::Outline
  def initialize
    @outline = Core::Roads::Outline.new(RoadData.states)
  end

  def in?(state, latitude, longitude) = @outline.in?(state, point(latitude, longitude))
  def miles_off(state, latitude, longitude) = @outline.miles_off(state, point(latitude, longitude))

  private

  def point(latitude, longitude) = Core::Roads::Point.new(latitude:, longitude:)
end
