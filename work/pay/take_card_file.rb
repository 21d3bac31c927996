# frozen_string_literal: true

require "digest"

# Takes a file of fuel-card or toll transactions in, each matched to the driver and the trip it was for; what
# cannot be matched waits on the desk.
class Work::Pay::TakeCardFile
  # Some 20,000 rows are less.
  MOST_BYTES = 5 * 1024 * 1024

  # bytes - of the file; input - { key:, name: }
  # Returns the file's id. Raises Refused `too_large`, `file_taken`, `transaction_taken`, and what
  # Core::Pay::CardFile refuses. All of it is taken, or nothing.
  def self.call(bytes, input, by:, now:)
    if bytes.bytesize > MOST_BYTES
      raise Refused.new("too_large", "The file is over 5 MB: cut it in two.", path: "")
    end

    sha256 = Digest::SHA256.hexdigest(bytes)
    Work::Act.once(input[:key], "take_card_file", by:, now:, input: input.merge(sha256:)) do |act|
      same = Store::Pay::CardFiles.first(sha256:)
      if same
        raise Refused.new(
                "file_taken",
                "This very file was taken in by #{same[:by]} on #{same[:at].to_date}, as #{same[:name]}.",
                path: ""
              )
      end

      rows = Core::Pay::CardFile.read(bytes)
      check_new(rows)
      id = Store::Pay::CardFiles.insert(name: input[:name], sha256:, rows: rows.length, by: by.name, at: now)
      matcher = Match.new(rows)
      Store::Pay::CardTransactions.multi_insert(
        rows.map do |row|
          {
            file_id: id,
            **row.to_h.slice(:reference, :kind, :card, :unit, :place, :state, :local_time, :gallons),
            amount: Money.to_d(row.cents),
            **matcher.of(row)
          }
        end,
        slice: 1000
      )
      act.changed("company", 1, { "card file #{input[:name]}" => [nil, "#{rows.length} transactions"] })
      id
    end
  end

  def self.check_new(rows)
    known = Store::Pay::CardTransactions.where(reference: rows.map(&:reference)).select_map(:reference)
    return if known.empty?

    line = rows.find { |row| row.reference == known.first }.line
    raise Refused.new(
            "transaction_taken",
            "#{known.first}, line #{line}, came with an earlier " \
              "file#{", and so did #{known.length - 1} others" if known.length > 1}. Nothing was taken in.",
            path: "/#{line}"
          )
  end
  private_class_method :check_new

  # Whose each transaction is: by the card's driver, or by who drove the card's or the named unit at that
  # time.
  class Match
    def initialize(rows)
      @cards = Store::Pay::Cards.where(number: rows.map(&:card)).to_hash(:number)
      @units = Store::Fleet::Units.select_hash(:number, :id).transform_keys(&:downcase)
      @zones = Store::Fleet::Zips.zone_by_state
      @home = Store::Company.terminals.get(:zone)
      days = rows.map { |row| Date.iso8601(row.local_time[0, 10]) }
      read_trips(days.min - 1, days.max + 2)
    end

    # { at:, driver_id:, trip_id:, matched_by: a sentence }
    def of(row)
      at = at(row)
      card = @cards[row.card]
      return by_driver(card[:driver_id], at, "card #{row.card}") if card && card[:driver_id]

      unit_id = (card && card[:unit_id]) || @units[row.unit.downcase]
      unless unit_id
        return(
          {
            at:,
            driver_id: nil,
            trip_id: nil,
            matched_by:
              (
                if row.unit.empty?
                  "Card #{row.card} is nobody's yet."
                else
                  "There is no unit " \
                    "#{row.unit}#{", and card #{row.card} is nobody's" unless row.card.empty?}."
                end
              )
          }
        )
      end

      by_unit(unit_id, at, row.unit.empty? ? "card #{row.card}" : "unit #{row.unit}")
    end

    private

    # A pump's clock is that of its place: the zone that most of its state keeps.
    def at(row)
      zone = TZInfo::Timezone.get(@zones[row.state] || @home)
      zone.local_to_utc(Time.utc(*row.local_time.scan(/\d+/).map(&:to_i)), &:first)
    rescue TZInfo::PeriodNotFound
      # In the hour that is skipped when the clocks go forward nobody can have paid: the clock was not set
      # yet.
      zone.local_to_utc(Time.utc(*row.local_time.scan(/\d+/).map(&:to_i)) + 3600, &:first)
    end

    def read_trips(from, to)
      @by_driver =
        Store::Freight::TripDrivers
          .held_between(from, to)
          .select(:driver_id, :trip_id, :during)
          .all
          .group_by { |row| row[:driver_id] }
      @by_unit =
        Store::Freight::TripUnits
          .held_between(from, to)
          .select(:unit_id, :trip_id, :during)
          .all
          .group_by { |row| row[:unit_id] }
      @drivers =
        Store::Freight::TripDrivers
          .where(trip_id: @by_unit.values.flatten.map { |row| row[:trip_id] }.uniq)
          .select(:trip_id, :driver_id)
          .all
          .group_by { |row| row[:trip_id] }
    end

    def by_driver(driver_id, at, what)
      trip_id = (@by_driver[driver_id] || []).find { |row| row[:during].cover?(at) }&.fetch(:trip_id)
      { at:, driver_id:, trip_id:, matched_by: "By #{what}#{", on no trip at that time" unless trip_id}." }
    end

    def by_unit(unit_id, at, what)
      trip_id = (@by_unit[unit_id] || []).find { |row| row[:during].cover?(at) }&.fetch(:trip_id)
      drivers = trip_id ? @drivers[trip_id] || [] : []
      if drivers.length == 1
        return(
          {
            at:,
            driver_id: drivers.first[:driver_id],
            trip_id:,
            matched_by: "By #{what}, on its trip at that time."
          }
        )
      end

      {
        at:,
        driver_id: nil,
        trip_id:,
        matched_by:
          (
            if trip_id
              "The trip of #{what} had #{drivers.length} drivers at that time."
            else
              "The truck of #{what} was on no trip at that time."
            end
          )
      }
    end
  end
end
