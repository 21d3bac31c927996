# frozen_string_literal: true

# What is asked of the clocks.
module Core::Hours
  # stretches - Array of Stretch in order without a gap, the last ending at as_of; status - the one in force
  #             at as_of
  # exceptions - Array of [kind, instant]; days - Days of the home terminal
  Question =
    Value.of(:rules, :as_of, :status, :stretches, :exceptions, :days) do
      # The same asked later, after rest until then.
      def resting_until(instant)
        return self unless instant > as_of

        with(
          as_of: instant,
          status: "off_duty",
          stretches: stretches + [Stretch.new(status: "off_duty", from: as_of, to: instant)]
        )
      end
    end
end
