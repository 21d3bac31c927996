# frozen_string_literal: true

# How a trip stands after something was told of it: what the answer to a tap is made of.
# trip - row; stops, check_ins - rows; outcome - Core::Tracking::Outcome; changes - rows that the driver has not
# seen, or nil where the tap cannot have changed them
Store::Tracking::Standing = Core::Value.of(:trip, :stops, :check_ins, :outcome, :changes)
