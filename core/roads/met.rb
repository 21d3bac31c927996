# frozen_string_literal: true

# Part of an answer.
module Core::Roads
  # A Restriction met on the way, or avoided.
  Met =
    Value.of(:restriction, :needed, :avoided) do
      def to_h
        {
          road: restriction.road,
          state: restriction.state,
          near: restriction.near,
          kind: restriction.kind,
          limit: restriction.limit,
          needed:,
          avoided:,
          known_by: restriction.known_by
        }
      end
    end
end
