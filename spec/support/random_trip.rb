# frozen_string_literal: true

# One random order of acts on a trip of one to four loads, which may be handed over on its way.
class RandomTrip
  def initialize(example, random)
    @example = example
    @random = random
    @key = 0
    @at = @example.now + (20 * Given::HOUR)
  end

  # nil where all went well, or what went wrong after which act.
  def run
    @loads =
      Array.new(@random.rand(1..4)) do |i|
        @example.partial(5_000, at: @at + (i * 600), hours: 10, from: %w[83702 83605 83661 97914][i])
      end
    Work::Freight::CrewLoad.call(@loads.first, @example.crew, by: @example.maren, now: @example.now)
    @trip_id = @example.trip_of(@loads.first)[:id]
    @done = {}
    acts = %i[join join join send_one send_one tell tell tell tell tell tell take_off relay relay undo]
    Array
      .new(24) { acts.sample(random: @random) }
      .each do |act|
        send(act)
        wrong = wrong_load || made_twice || texted_twice
        return "after #{act}: #{wrong}" if wrong
      end
    nil
  end

  private

  def load_id = @loads.sample(random: @random)
  def try = DB.transaction(savepoint: true) { yield(@key += 1) }
  def attempt(&)
    try(&)
  rescue Refused, Store::NotFound
    nil
  end

  def join =
    attempt { |key| Work::Freight::JoinTrip.call(load_id, { trip_id: @trip_id, key: "j#{key}" }, **who) }
  def send_one = attempt { |key| Work::Freight::SendLoad.call(load_id, { key: "s#{key}" }, **who) }
  def take_off =
    attempt { |key| Work::Freight::UncrewLoad.call(load_id, { key: "u#{key}", why: "Not today" }, **who) }
  def who = { by: @example.maren, now: @example.now }

  # Behind any stop of a load, at a time that may or may not do.
  def relay
    id = load_id
    trip = Store::Freight.live_trips(id).last or return
    after =
      DB[:trip_stops].where(trip_id: trip[:id]).order(:position).select_map(:stop_id).sample(random: @random)
    at = trip[:during].begin + (@random.rand(1..6) * Given::HOUR)
    crew = { driver_ids: [@example.driver_id("Una Blank")], tractor_id: @example.unit_id("T-102") }
    attempt do |key|
      Work::Freight::Relay.call(id, { key: "r#{key}", after:, where: "97850", at:, **crew }, **who)
    end
  end

  def undo = attempt { |key| Work::Freight::UndoRelay.call(load_id, { key: "b#{key}", why: "Back" }, **who) }

  # The next step of a driver, who knows of the trip once it is sent, or one that was told before.
  def tell
    trips = @loads.flat_map { |id| Store::Freight.live_trips(id) }.uniq { |trip| trip[:id] }
    trip = trips.reject { |one| one[:status] == "planned" }.sample(random: @random) or return
    steps = Core::Tracking.steps(Store::Tracking::Story.outcome(trip[:id]))
    step = steps.find { |one| one.done_at.nil? } or return
    step = steps.sample(random: @random) if @random.rand < 0.15
    @at += 600
    attempt do |key|
      Work::Tracking::CheckIn.call(
        trip[:id],
        { key: "c#{key}", kind: step.kind, stop_id: step.stop_id, done_at: @at, signer: "R. Dock" },
        driver: @example.driver(Store::Freight.trip_drivers(trip[:id]).get(:name)),
        now: @at
      )
    end
  end

  # A load that is not what its trips are, or that went back from delivered.
  def wrong_load
    DB[:loads]
      .where(id: @loads)
      .order(:id)
      .each do |row|
        trips = Store::Freight.live_trips(row[:id]).map { |trip| trip[:status] }
        wanted = Core::Freight::Statuses.by_trips(row[:status], trips)
        return "#{row[:number]} is #{row[:status]}, by its trips #{wanted}" unless row[:status] == wanted
        if (row[:status] == "delivered") != told_delivered?(row[:id])
          return "#{row[:number]} is #{row[:status]}, which is not what was told"
        end
        if @done[row[:id]] && row[:status] != "delivered"
          return "#{row[:number]} went back to #{row[:status]}"
        end

        @done[row[:id]] = row[:status] == "delivered"
      end
    nil
  end

  # By the events themselves: its own delivery was told, or the trip's last, past which nothing is left to do.
  def told_delivered?(load_id)
    trip = Store::Freight.live_trips(load_id).last or return false
    own = DB[:stops].where(load_id:).reverse(:position).get(:id)
    last = DB[:trip_stops].where(trip_id: trip[:id]).reverse(:position).get(:stop_id)
    DB[:check_ins].where(trip_id: trip[:id], stop_id: [own, last], kind: %w[delivered swapped]).any?
  end

  # A stop of a load that two crews are sent to, or none though somebody carries it; a swap has two.
  def made_twice
    live = Store::Freight::Trips.live.select(:id)
    left = DB[:stops].exclude(id: DB[:trip_stops].where(trip_id: live).select(:stop_id))
    out = left.where(load_id: DB[:loads].where(id: @loads).exclude(status: "open").select(:id)).get(:load_id)
    return "a stop of #{out} is left out" if out

    twice = DB[:trip_stops].where(trip_id: live).group_and_count(:stop_id).having { count.function.* > 1 }
    own = DB[:stops].where(id: twice.select_map(:stop_id)).exclude(load_id: nil).get(:load_id)
    own && "a stop of #{own} is made twice"
  end

  def texted_twice
    counts = DB[:texts].where(phrase: "trip").group_and_count(:trip_id, :driver_id).map { |row| row[:count] }
    "texted twice" if counts.any? { |count| count > 1 }
  end
end
