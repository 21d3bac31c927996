# frozen_string_literal: true

# What is asked of the router.
module Core::Roads
  # stops, via  - Arrays of "City, ST", ZIP or { latitude:, longitude:, name: }
  # prefer      - :time or :distance
  # avoid_states, avoid_roads - Arrays of String; avoid_tolls - Boolean
  Request = Value.of(:stops, :via, :prefer, :vehicle, :avoid_states, :avoid_roads, :avoid_tolls)
end
