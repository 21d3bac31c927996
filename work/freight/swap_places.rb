# frozen_string_literal: true

# Where and when a load could go over to another crew so that both stay legal: towns along the rest of the
# way, the crews that get there soonest, each held against its hours with what would be left to it.
class Work::Freight::SwapPlaces
  PLACES = 9
  TOWNS = 3
  CREWS = 8
  MARGIN_MINUTES = 10
  STEP_MINUTES = 15
  SHOWN = 6
  SERVICE_MINUTES = Work::Hours::Service::OWN_MINUTES

  # A town on the way. after - index of the stop before it among those still to be made, or -1; minutes - of
  # driving from there, left to the next
  Spot = Value.of(:town, :before, :leg, :minutes, :left)
  # at - when the load goes over; first_at - when the first crew is there; late_minutes, finish_at - of the
  #      deliveries after it
  Proposal = Value.of(:spot, :at, :first_at, :crew, :deadhead_minutes, :late_minutes, :finish_at)

  # Returns Array of Proposal, least lateness first, then the earliest end. Raises Refused `nothing_to_relay`.
  def self.call(load_id, now) = new(load_id, now).proposals

  def initialize(load_id, now)
    @load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    @trip = Store::Freight.live_trips(load_id).last
    unless @trip && Work::Freight::Relay::CUTTABLE.include?(@trip[:status])
      raise Refused.new(
              "nothing_to_relay",
              "#{@load[:number]} has no crew that is still to drive: give it to one, then relay it.",
              path: ""
            )
    end

    @crews = Work::Match::Crews.at(now)
    @hazmat = Store::Freight::FreightLines.hazardous?(load_id)
    read
  end

  def proposals
    return [] if @slot.nil?

    spots
      .flat_map { |spot| best_at(spot) || [] }
      .min_by(SHOWN) { |one| [one.late_minutes, one.finish_at, one.deadhead_minutes] }
  end

  # The stop of the load after which the swap comes.
  def after(spot) = @rows[spot.before][:id]

  private

  def read
    ids = Store::Freight.trip_drivers(@trip[:id]).select_map(:driver_id)
    @mine = @crews.all.find { |crew| crew.key == ids.sort }
    ahead = @mine&.slots&.index { |slot| slot.after && slot.after[:trip_id] == @trip[:id] }
    @slot = ahead && @mine.slots[ahead - 1]
    return if @slot.nil?

    @rows = Work::Freight::TripPlan.rows(@trip[:id])
    @stops =
      Work::Hours::TripQuestion.new(
        @load[:id],
        Time.at(@slot.questions.first.as_of * 60).utc,
        trip_id: @trip[:id]
      ).stops
    @done = @rows.length - @stops.length
    @minutes = Store::Freight::TripStops.where(trip_id: @trip[:id]).select_hash(:stop_id, :minutes)
  end

  # Towns at equal distances of driving along the loaded legs that are left.
  def spots
    loaded =
      Core::Freight
        .loaded_legs(@rows.map { |row| row[:kind] })
        .each_with_index
        .filter_map { |freight, leg| leg if freight && leg + 1 >= @done }
    driving = loaded.sum { |leg| @stops[leg + 1 - @done].drive_minutes }
    (1..PLACES)
      .filter_map { |step| spot(loaded, driving * step / (PLACES + 1)) }
      .uniq { |spot| spot.town[:town] }
  end

  def spot(loaded, minutes)
    leg =
      loaded.find do |one|
        there = @stops[one + 1 - @done].drive_minutes
        next true if minutes < there

        minutes -= there
        false
      end
    return if leg.nil? || !minutes.positive?

    left = @stops[leg + 1 - @done].drive_minutes
    whole = [@minutes[@rows[leg + 1][:id]] || left, left].max
    before = @rows.take(leg + 1).rindex { |row| row[:load_id] } or return
    towns_at(@rows[leg], @rows[leg + 1], (whole - left + minutes).fdiv(whole))
      .filter_map { |town| spot_in(town, leg, before, whole - left) }
      .min_by { |spot| spot.minutes + spot.left }
  end

  # driven - minutes of the leg that are behind the truck
  def spot_in(town, leg, before, driven)
    ways = [@rows[leg], @rows[leg + 1]].map { |row| fan(town).to(place(row))&.minutes }
    if ways.all? && ways.first > driven
      Spot.new(town:, before:, leg:, minutes: ways.first - driven, left: ways.last)
    end
  end

  # The towns nearest to a point so far along the road between two stops: which of them is least out of the
  # way is for the road to say.
  def towns_at(from, to, share)
    line = (@lines ||= {})[[from[:id], to[:id]]] ||= Store::Roads::Leg.new(from, to).route&.line || []
    return [] if line.empty?

    longitude, latitude = along(line, share)
    # Degrees of longitude are shorter than those of latitude: by the cosine.
    narrow = Math.cos(latitude * Math::PI / 180)
    Store::Fleet::Zips.nearest_first(latitude, longitude, narrow).limit(TOWNS).all
  end

  def along(line, share)
    lengths = line.each_cons(2).map { |(x, y), (other_x, other_y)| Math.hypot(other_x - x, other_y - y) }
    wanted = lengths.sum * share
    line.drop(1).zip(lengths).each { |point, length| return point if (wanted -= length) <= 0 }
    line.last
  end

  def best_at(spot)
    i = spot.leg + 1 - @done
    there =
      swap(spot, spot.minutes, nil).with(
        drive_windows: @stops[i].drive_windows,
        sections: @stops[i].sections&.then { |parts| Core::Hours::Sections.first(parts, spot.minutes) }
      )
    first = plan(@slot.questions, [*@stops.take(i), there]) or return
    return unless first.late_minutes.zero?

    first_at = first.visits.last.arrive_at
    near(spot, first_at)
      .filter_map do |crew, slot|
        second(spot, appointed(first_at), crew, slot, @stops.drop(i))&.with(first_at:)
      end
      .min_by { |one| [one.late_minutes, one.finish_at, one.deadhead_minutes] }
  end

  def second(spot, at, crew, slot, rest)
    deadhead = fan(spot.town).to(place(slot.place))&.minutes || estimate(spot.town, slot.place)
    stops = ->(opens) do
      [swap(spot, deadhead, opens), rest.first.with(drive_minutes: spot.left), *rest.drop(1)]
    end
    found = plan(slot.questions, stops.call(at)) or return
    if found.visits.first.arrive_at + MARGIN_MINUTES > at
      at = appointed(found.visits.first.arrive_at)
      found = plan(slot.questions, stops.call(at)) or return
    end
    Proposal.new(
      spot:,
      at:,
      first_at: nil,
      crew:,
      deadhead_minutes: deadhead,
      late_minutes: found.late_minutes,
      finish_at: found.finish_at
    )
  end

  # A time that two can keep who are due at an instant: a quarter of an hour, with some to spare.
  def appointed(instant) = (instant + MARGIN_MINUTES).fdiv(STEP_MINUTES).ceil * STEP_MINUTES

  def plan(questions, stops)
    question, partner = questions
    found =
      Core::Hours.plan(
        question,
        Core::Hours::Trip.new(stops:, split_rest: false, waiting_status: "off_duty"),
        rules: HoursRules.named(question.rules),
        partner:,
        advice: false
      )
    found unless found.verdict == "impossible"
  end

  def swap(spot, drive_minutes, opens) =
    Core::Hours::TripStop.new(
      name: "#{spot.town[:town]}, #{spot.town[:state]}",
      drive_minutes:,
      service_minutes: SERVICE_MINUTES,
      opens:,
      closes: nil,
      drive_windows: nil
    )

  # The crews that could be there soonest, of those that may take such freight and have nothing else to do.
  def near(spot, instant)
    at = Time.at(instant * 60).utc
    able(at)
      .map { |crew| [crew, crew.slot(at)] }
      .min_by(CREWS) do |_, slot|
        [
          [(slot.at.to_i / 60) + estimate(spot.town, slot.place), instant].max,
          estimate(spot.town, slot.place)
        ]
      end
  end

  def able(from)
    to = [@trip[:during].end, from + 3600].max
    states = [@rows.last[:state]]
    @crews.all.select do |crew|
      crew.key != @mine.key && !crew.key.intersect?(@mine.key) && crew.tractor_id && crew.known.all? &&
        !crew.taken(from, to) && (!@load[:team_needed] || crew.drivers.length > 1) &&
        crew.people.all? do |person|
          (!@hazmat || person.hazmat) && !person.forbidden_states.intersect?(states) &&
            person.days_off.none? { |first, last, _| first <= to.to_date && last >= from.to_date }
        end
    end
  end

  def fan(town) = (@fans ||= {})[town[:zip]] ||= Core::Roads.fan(Store::Roads::Leg.network, place(town))
  def place(row) = Core::Roads.place(row[:town] ? "#{row[:town]}, #{row[:state]}" : "here", point(row))
  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])
  def estimate(from, to) = Core::Roads::Estimate.between(point(from), point(to)).minutes
end
