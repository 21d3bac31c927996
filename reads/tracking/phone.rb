# frozen_string_literal: true

# All that a driver's phone shows beside his pay's engine: so many queries whatever he drives.
class Reads::Tracking::Phone
  # So far back a delivered trip is listed, and so much of a thread, of statements and of receipts.
  DONE_DAYS = 14
  MESSAGES = 60
  STATEMENTS = 8
  RECEIPTS = 10
  DUTY_SECONDS = 3 * 86_400

  # pay_waits - the number is new and nobody has confirmed it: nothing of pay is read then
  # partner - he drives for one: nothing of ours but the trip is his business
  # driver, duty (proposals), earned, statements, receipts - rows; trips - CabTrips::Trip; done - Array of
  # Done;
  # thread - of `thread`; trailers - numbers of all that are not retired
  Value =
    Core::Value.of(
      :driver,
      :zone,
      :company,
      :trips,
      :done,
      :duty,
      :thread,
      :earned,
      :statements,
      :receipts,
      :trailers,
      :step_minutes,
      :pay_waits,
      :partner
    )
  # A trip that is over. trip, load - rows, load nil where it went empty; paper_kinds - that came in from it;
  # papers_wanted - whether a load of it still wants one
  Done = Core::Value.of(:trip, :load, :paper_kinds, :papers_wanted)
  # rows - of messages, oldest first; texts - Hash of message id to what became of its text
  Thread = Core::Value.of(:rows, :texts)

  def self.of(driver_id, now) = new(driver_id, now).read

  # What was written with a driver lately.
  def self.thread(driver_id)
    rows =
      DB[:messages]
        .left_join(:trips, id: :trip_id)
        .where(driver_id:)
        .reverse(Sequel[:messages][:id])
        .limit(MESSAGES)
        .select_all(:messages)
        .select_append(Sequel[:trips][:number].as(:trip))
        .all
        .reverse
    texts = DB[:texts].where(message_id: rows.map { |row| row[:id] }).select_hash(:message_id, :status)
    Thread.new(rows:, texts:)
  end

  def initialize(driver_id, now)
    @driver_id = driver_id
    @now = now
  end

  def read
    Value.new(
      driver:,
      zone: Store::Hours.drivers(@driver_id).get(:zone),
      company: Store::Company.row[:name],
      trips:,
      done:,
      duty: [
        *Store::Hours.asked_of_driver(@driver_id).all,
        *Store::Hours.proposals(@driver_id, @now - DUTY_SECONDS).all
      ],
      thread: self.class.thread(@driver_id),
      **pay,
      trailers:
        partner? ? [] : DB[:units].where(kind: "trailer", retired: false).order(:number).select_map(:number),
      partner: partner?,
      step_minutes: Store::Tracking.settings[:activity_step_minutes]
    )
  end

  private

  def partner? = !driver[:partner_id].nil?
  def driver = @driver ||= DB[:drivers].first(id: @driver_id)

  def pay
    return { earned: [], statements: [], receipts: [], pay_waits: true } if driver[:new_number_by]

    {
      earned: Store::Pay.earned(@driver_id),
      statements:,
      receipts: DB[:receipts].where(driver_id: @driver_id).reverse(:id).limit(RECEIPTS).all,
      pay_waits: false
    }
  end

  # The one that the phone is about first.
  def trips
    read = Reads::Tracking::CabTrips.of(Store::Tracking::Cab.trips(@driver_id, @now), @driver_id)
    order =
      Core::Tracking::PhoneOrder.of(
        read.map do |one|
          Core::Tracking::PhoneOrder::Trip.new(
            begins_at: one.trip[:during].begin,
            papers_wanted: one.papers_wanted.any?,
            **one.trip.slice(:id, :status, :delivered_at)
          )
        end,
        @now
      )
    read.sort_by { |one| order.index(one.trip[:id]) }
  end

  def done
    rows = over
    ids = rows.map { |row| row[:id] }
    papers = DB[:papers].where(trip_id: ids).order(:id).select_hash_groups(:trip_id, :kind)
    kinds = Store::Tracking::Papers.kinds(ids)
    loads = Store::Freight.trip_loads(ids).to_hash(:trip_id)
    rows.map do |trip|
      id = trip[:id]
      papers_wanted = Core::Freight.papers_wanted(kinds.fetch(id, {})).any?
      Done.new(trip:, load: loads[id], paper_kinds: papers[id] || [], papers_wanted:)
    end
  end

  def over =
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id: @driver_id, live: true, status: "delivered")
      .where(Sequel[:delivered_at] > @now - (DONE_DAYS * 86_400))
      .reverse(:delivered_at)
      .select_all(:trips)
      .all

  def statements =
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(driver_id: @driver_id)
      .reverse(:to_on)
      .limit(STATEMENTS)
      .select(Sequel[:statements][:id], :from_on, :to_on, :status, :gross, :net)
      .all
end
