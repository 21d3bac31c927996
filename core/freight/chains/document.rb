# frozen_string_literal: true

# Reads a question of chains from a document that has met its schema.
class Core::Freight::Chains::Document
  Instant = Core::Hours::Document
  MOST_LOADS = 4
  DAILY_DRIVE_MINUTES = 660
  TOP = 5

  # roads - see Chains.read
  def initialize(document, roads)
    @document = document
    @roads = roads
    @limits = document["limits"] || {}
    @instants = {}
  end

  # Returns Question.
  def question
    start = place(@document["start"]["place"], "/start/place")
    read_times
    refuse_two_rules
    finish = place(@document["end"]["place"], "/end/place")
    rows = read_loads
    goals = {}
    loads = rows.filter_map { |row| taken(row, goals) }
    Core::Freight::Chains::Question.new(
      loads:,
      start:,
      start_at: @start_at,
      end_by: @end_by,
      empty_legs: legs.empty_legs(goals, tenths(@limits["deadhead_miles"])),
      near_end: near_end(loads, finish),
      places: legs.places,
      max_loads: whole(@limits["max_loads"]) || MOST_LOADS,
      top: whole(@document["top"]) || TOP,
      zone_seconds: Instant.offset_minutes(@document["start"]["at"]) * 60,
      **figures
    )
  end

  private

  def figures
    truck = @document["truck"]
    {
      daily_drive_minutes: whole(@limits["daily_drive_minutes"]) || DAILY_DRIVE_MINUTES,
      service_minutes: whole(@limits["service_minutes"] || @document["service_minutes"]) || 0,
      fuel_cents_per_tenth: truck["fuel_price"].to_r * 10 / miles_per_gallon(truck["mpg"]),
      daily_cents_per_minute: truck["daily_cost"].to_r * 100 / 1440
    }
  end

  def miles_per_gallon(text)
    mpg = text.to_r
    return mpg if mpg.positive?

    raise Core::Refused.new(
            "out_of_range",
            "A truck that goes no mile on a gallon goes nowhere: say its miles per gallon.",
            path: "/truck/mpg"
          )
  end

  def legs
    @legs ||=
      begin
        avoid = @limits["avoid_states"] || []
        distances = @document["distances"]
        distances ? Core::Freight::Chains::TableLegs.new(distances, avoid) : @roads.call(avoid)
      end
  end

  def place(stop, path)
    if @document["distances"] && !stop.is_a?(String)
      raise Core::Refused.new("wrong_type", "Places are texts where distances are given.", path:)
    end

    legs.place(stop, path)
  end

  def refuse_two_rules
    return unless @document["hours"] && @limits["daily_drive_minutes"]

    raise Core::Refused.new(
            "two_rules",
            "The legal hours say how long may be driven a day: leave out the limit, or the record of duty.",
            path: "/limits/daily_drive_minutes"
          )
  end

  def read_times
    @start_at = instant(@document["start"]["at"], "/start/at")
    @end_by = instant(@document["end"]["by"], "/end/by")
    return if @end_by >= @start_at

    raise Core::Refused.new(
            "ends_before_start",
            "The end is before the start: put the times right.",
            path: "/end/by"
          )
  end

  # All are read, and refused where wrong, before any is left out.
  def read_loads
    seen = {}
    @document["loads"].each_with_index.map do |row, i|
      if seen[row["id"]]
        raise Core::Refused.new(
                "duplicate_id",
                "#{row["id"]} is listed twice: leave one out.",
                path: "/loads/#{i}/id"
              )
      end
      seen[row["id"]] = true
      [
        row,
        *times(row, i),
        place(row["origin"], "/loads/#{i}/origin"),
        place(row["destination"], "/loads/#{i}/destination")
      ]
    end
  end

  def times(row, index)
    from, *ends =
      %w[pickup_from pickup_to deliver_by].map { |key| instant(row[key], "/loads/#{index}/#{key}") }
    ends.zip(%w[pickup_to deliver_by]) do |at, key|
      next unless at < from

      raise Core::Refused.new(
              "ends_before_start",
              "#{row["id"]} has a #{key} before its pickup_from: put its times right.",
              path: "/loads/#{index}/#{key}"
            )
    end
    [from, *ends]
  end

  # The load, or nil for what could never be taken: over, too heavy, without a way.
  def taken((row, pickup_from, pickup_to, deliver_by, from, to), goals)
    limit_lb = @limits["max_weight_lb"]
    return if limit_lb && row["weight_lb"] && row["weight_lb"] > limit_lb

    return if pickup_to < @start_at || pickup_from > @end_by

    leg = legs.leg(from, to) or return
    return if [pickup_from, @start_at].max + leg.minutes > [deliver_by, @end_by].min

    goals[from] = true
    Core::Freight::Chains::Load.new(
      id: row["id"],
      from:,
      to:,
      pickup_from:,
      pickup_to:,
      latest_delivery: deliver_by,
      rate_cents: Core::Money.parse_cents(row["rate"]),
      leg:
    )
  end

  def near_end(loads, finish)
    within = tenths(@document["end"]["within_miles"] || 0)
    near = Array.new(legs.places, false)
    loads
      .map(&:to)
      .uniq
      .each do |place|
        there = legs.tenths(place, finish)
        near[place] = !there.nil? && there <= within
      end
    near
  end

  # JSON may write a whole number as 60.0.
  def whole(number) = number&.to_i

  # Miles of a limit as whole tenths: a distance has no more, whatever decimals the limit has.
  def tenths(miles) = miles && (miles.to_s.to_r * 10).floor

  def instant(text, path) = @instants[text] ||= Instant.instant(text, path)
end
