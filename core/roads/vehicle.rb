# frozen_string_literal: true

# What a road must be able to take.
module Core::Roads
  Vehicle =
    Value.of(:height_in, :width_in, :length_in, :gross_lb, :hazmat) do
      # How much of a kind of limit this vehicle needs; true and false for what has no measure.
      def needs(kind) = kind == "trucks" || public_send(kind)
    end

  # 13 ft 6 in high, 8 ft 6 in wide, 70 ft long, 80,000 lb: a five-axle tractor and trailer.
  Vehicle::USUAL = Vehicle.new(height_in: 162, width_in: 102, length_in: 840, gross_lb: 80_000, hazmat: false)
end
