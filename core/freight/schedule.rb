# frozen_string_literal: true

# The order and the times of a load's stops.
module Core::Freight::Schedule
  # kind: pickup or delivery; from, to: Time or nil. An appointment without a window has only `from`.
  Window =
    Value.of(:kind, :from, :to) do
      def begins = from || to
      def ends = to || from
    end

  # A crew is held for an hour at the least: stops that are all at one instant would hold nobody. Common
  # practice.
  LEAST_HOLD_SECONDS = 3600

  def self.span(windows)
    windows.each_with_index do |window, index|
      next if window.begins

      raise Refused.new(
              "stop_time_missing",
              "Stop #{index + 1} has no appointment or window: a crew needs the times.",
              path: "/stops/#{index}/from"
            )
    end
    begins = windows.map(&:begins).min
    [begins, [windows.map(&:ends).max, begins + LEAST_HOLD_SECONDS].max]
  end

  def self.check(windows)
    check_kinds(windows)
    windows.each_with_index { |window, index| check_window(window, index) }
    check_order(windows)
  end

  def self.check_kinds(windows)
    if windows.none? { |window| window.kind == "pickup" }
      raise Refused.new("pickup_missing", "A load needs a pickup.", path: "/stops")
    elsif windows.none? { |window| window.kind == "delivery" }
      raise Refused.new("delivery_missing", "A load needs a delivery.", path: "/stops")
    elsif windows.first.kind != "pickup"
      raise Refused.new(
              "delivery_first",
              "The first stop is a delivery: nothing is aboard yet.",
              path: "/stops/0/kind"
            )
    elsif windows.last.kind != "delivery"
      raise Refused.new(
              "pickup_last",
              "The last stop is a pickup: its freight would never be delivered.",
              path: "/stops/#{windows.length - 1}/kind"
            )
    end
  end

  def self.check_window(window, index)
    return unless window.from && window.to && window.to < window.from

    raise Refused.new("window_reversed", "The window ends before it begins.", path: "/stops/#{index}/to")
  end

  # A stop must not close before an earlier one opens.
  def self.check_order(windows)
    opened = nil
    windows.each_with_index do |window, index|
      if opened && window.ends && window.ends < opened
        raise Refused.new(
                "stops_out_of_order",
                "Stop #{index + 1} closes before the stop before it opens: put its time or the order right.",
                path: "/stops/#{index}/from"
              )
      end

      opened = [opened, window.begins].compact.max
    end
  end
  private_class_method :check_kinds, :check_window, :check_order
end
