# frozen_string_literal: true

# A price that stands for a lane: from a town or a state to a town or a state.
module Core::Billing::LanePrice
  # origin, destination - as End.text has it; until_on - the last day, nil for no end
  Price = Value.of(:id, :origin, :destination, :kind, :rate, :from_on, :until_on)
  # town - nil for the whole state
  End =
    Value.of(:town, :state) do
      def text = [town, state].compact.join(", ")
      # As close as it says.
      def covers?(other) = state == other.state && (town.nil? || town.casecmp?(other.town.to_s))
    end
  TOWN = /\A(?:([^,]*[^,\s])\s*,\s*)?([A-Za-z]{2})\z/

  # "Boise, ID" or "ID", or nil for what is neither. states - those that there are
  def self.read(text, states)
    town, state = text.strip.match(TOWN)&.captures
    return if state.nil? || !states.include?(state.upcase)

    End.new(town: town && town.split.map { |word| word[0].upcase + word[1..] }.join(" "), state: state.upcase)
  end

  # Which price holds on a day, or nil: towns before states, and of what says as much the latest agreed.
  #
  # from, to - End of the load; prices - Array of [Price, End, End]
  def self.on(day, from, to, prices)
    prices
      .select do |price, origin, destination|
        held?(price, day) && origin.covers?(from) && destination.covers?(to)
      end
      .max_by do |price, origin, destination|
        [[origin, destination].count(&:town), origin.town ? 1 : 0, price.from_on, price.id]
      end
      &.first
  end

  def self.held?(price, day) = price.from_on <= day && (price.until_on.nil? || day <= price.until_on)
  private_class_method :held?
end
