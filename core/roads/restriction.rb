# frozen_string_literal: true

# A bound of a piece of road.
module Core::Roads
  # What a piece of road does not let pass. `limit` is inches or pounds; `trucks` and `hazmat` bar without a
  # measure.
  Restriction =
    Value.of(:road, :state, :edge, :kind, :limit, :near, :known_by) do
      def bars?(vehicle)
        needed = vehicle.needs(kind)
        %w[trucks hazmat].include?(kind) ? needed : needed > limit
      end

      def said
        case kind
        when "height_in"
          "clearance #{Core::Roads.feet(limit)}"
        when "width_in"
          "width #{Core::Roads.feet(limit)}"
        when "length_in"
          "length #{Core::Roads.feet(limit)}"
        when "gross_lb"
          "weight #{limit.to_s.gsub(/(?<=\d)(?=(\d{3})+\z)/, ",")} lb"
        when "hazmat"
          "no hazardous freight"
        else
          "no trucks"
        end
      end
    end
end
