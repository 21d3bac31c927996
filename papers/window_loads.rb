# frozen_string_literal: true

require "csv"

# A customer's loads as a sheet: instants as RFC 3339 where they happen.
module Papers::WindowLoads
  HEADER = %w[
    number
    stage
    reference
    origin
    destination
    pickup_at
    delivery_at
    delivered_at
    expected_from
    expected_to
  ].freeze

  # loads - Array of Reads::Window::Loads::Load
  def self.csv(loads) =
    CSV.generate do |csv|
      csv << HEADER
      loads.each { |load| csv << row(load).map { |cell| Papers::SafeCell.of(cell) } }
    end

  def self.row(load)
    row = load.row
    zone = row[:delivery_zone]
    [
      row[:number],
      load.stage,
      row[:reference],
      row[:origin],
      row[:destination],
      at(row[:pickup_at], row[:pickup_zone]),
      *[row[:delivery_at], load.delivered_at, load.foreseen&.from, load.foreseen&.to].map do |time|
        at(time, zone)
      end
    ]
  end

  def self.at(time, zone) = time && (zone ? TZInfo::Timezone.get(zone).to_local(time) : time).iso8601
  private_class_method :row, :at
end
