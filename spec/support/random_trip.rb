# frozen_string_literal: true

# One random order of acts on a trip of one to four loads.
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
    acts = %i[join join join send_one send_one tell tell tell tell tell tell take_off]
    Array
      .new(24) { acts.sample(random: @random) }
      .each do |act|
        send(act)
        wrong = wrong_load || texted_twice
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

  # The next step of the driver, who knows of the trip once it is sent, or one that was told before.
  def tell
    return if DB[:trips].where(id: @trip_id).get(:status) == "planned"

    steps = Core::Tracking.steps(Store::Tracking::Story.outcome(@trip_id))
    step = steps.find { |one| one.done_at.nil? } or return
    step = steps.sample(random: @random) if @random.rand < 0.15
    @at += 600
    attempt do |key|
      Work::Tracking::CheckIn.call(
        @trip_id,
        { key: "c#{key}", kind: step.kind, stop_id: step.stop_id, done_at: @at, signer: "R. Dock" },
        driver: @example.driver,
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
    trip = Store::Freight.live_trip(load_id) or return false
    own = DB[:stops].where(load_id:).reverse(:position).get(:id)
    last = DB[:trip_stops].where(trip_id: trip[:id]).reverse(:position).get(:stop_id)
    DB[:check_ins].where(trip_id: trip[:id], stop_id: [own, last], kind: "delivered").any?
  end

  def texted_twice
    counts = DB[:texts].where(phrase: "trip").group_and_count(:trip_id, :driver_id).map { |row| row[:count] }
    "texted twice" if counts.any? { |count| count > 1 }
  end
end
