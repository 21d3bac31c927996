# frozen_string_literal: true

# The way that was found.
module Core::Roads
  # All parts of a journey, in order.
  Route =
    Value.of(:parts, :vehicle, :prefer) do
      def legs = parts.flat_map(&:legs)
      def tenths = parts.sum(&:tenths)
      def minutes = parts.sum(&:minutes)
      def toll_cents = legs.sum(&:toll_cents)
      def restrictions = parts.flat_map(&:restrictions).uniq

      # Tenths of a mile by state, in order of first entry.
      def by_state = legs.each_with_object(Hash.new(0)) { |leg, sums| sums[leg.state] += leg.tenths }

      # [longitude, latitude] along the way, each once.
      def line =
        legs
          .flat_map(&:points)
          .map { |point| [point.longitude.round(4), point.latitude.round(4)] }
          .chunk_while { |a, b| a == b }
          .map(&:first)

      # As in the contract.
      def to_h
        {
          miles: Core::Roads.miles(tenths),
          drive_minutes: minutes,
          by_state: by_state.map { |state, sum| { state:, miles: Core::Roads.miles(sum) } },
          legs: legs.map { |leg| Core::Roads.leg(leg) },
          restrictions: restrictions.map(&:to_h),
          tolls: Money.text(toll_cents),
          parts: parts.map { |part| Core::Roads.part(part) }
        }
      end
    end
end
