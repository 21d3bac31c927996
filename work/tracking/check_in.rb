# frozen_string_literal: true

# A driver's check-in: an answer to a trip, a step at a stop, or a note.
class Work::Tracking::CheckIn
  LOAD_STATE = { "accepted" => "accepted", "on_my_way" => "rolling" }.freeze
  COLUMN = { "arrived" => :arrived_at, "loaded" => :worked_at, "delivered" => :worked_at, "left" => :left_at }.freeze

  # Raises Refused `not_now`, `in_future`, `before_last`, `signer_missing`, `reason_missing`, `another_under_way`.
  def self.call(trip_id, input, driver:, now:)
    Work::Act.once(input[:key], "check_in_#{input[:kind]}", by: driver, now:, input: Work::Act.plain(input.merge(trip_id:))) do |act|
      new(trip_id, input, driver, now, act).call
      trip_id
    end
  end

  def initialize(trip_id, input, driver, now, act)
    @input = input
    @driver = driver
    @now = now
    @act = act
    # Locks in the one order: load, trip, pay run.
    @loads = DB[:loads].where(id: DB[:trip_loads].where(trip_id:).select(:load_id)).order(:id).for_update.all
    @trip = DB[:trips].where(id: DB[:trip_drivers].where(trip_id:, driver_id: driver.id, live: true).select(:trip_id)).for_update.first or raise Work::NotFound.new("trip", trip_id)
  end

  def call
    case @input[:kind]
    when "note" then note
    when "declined" then decline
    else step
    end
  end

  private

  def note
    raise Refused.new("note_missing", "The note is empty.", path: "/note") if @input[:note].to_s.strip.empty?

    record
    tell({}, why: @input[:note])
  end

  def decline
    reason = @input[:note].to_s.strip
    raise Refused.new("reason_missing", "Say in a word or two why.", path: "/note") if reason.empty?
    raise Refused.new("not_now", "The trip has begun: call dispatch.", path: "/kind") unless %w[sent accepted].include?(@trip[:state])

    record
    @loads.each do |load|
      Work::Freight::ReleaseCrew.call(load[:id], state: "declined", reason:)
      DB[:loads].where(id: load[:id]).update(state: Core::Freight.step(load[:state], "open"), crew: nil, version: load[:version] + 1)
      Work::Freight::SearchText.write(load[:id])
    end
    tell({ state: [@trip[:state], "open"] }, why: reason)
  end

  def step
    progress = Work::Tracking::Progress.of(@trip[:id])
    step = Core::Tracking.check(@trip[:state], progress, **@input.slice(:kind, :done_at), stop_id: @input[:stop_id], signer: @input[:signer], now: @now)
    refuse_second_trip if step.kind == "on_my_way"
    record(stop_id: step.stop_id)
    mark(step)
    state = LOAD_STATE[step.kind] || ("delivered" if last_delivery?(step, progress))
    move_to(state) if state
    tell(state ? { state: [@trip[:state], state] } : { step.kind => [nil, @input[:done_at]] })
  end

  def refuse_second_trip
    other = DB[:trips].join(:trip_drivers, trip_id: :id).where(driver_id: @driver.id, live: true, state: "rolling").exclude(Sequel[:trips][:id] => @trip[:id]).get(:number)
    raise Refused.new("another_under_way", "Trip #{other} is still under way: finish it first.", path: "/kind") if other
  end

  def record(stop_id: @input[:stop_id])
    check_in_id = DB[:check_ins].insert(trip_id: @trip[:id], driver_id: @driver.id, stop_id:, kind: @input[:kind], done_at: @input[:done_at], arrived_at: @now,
                                        note: @input[:note], signer: @input[:signer], latitude: @input[:latitude], longitude: @input[:longitude])
    Work::Hours::AnswerDuty.propose(check_in_id, @driver.id, @input[:kind], @input[:done_at])
  end

  def mark(step)
    column = COLUMN[step.kind] or return
    DB[:trip_stops].where(trip_id: @trip[:id], stop_id: step.stop_id).update(column => @input[:done_at], **(step.needs_signer ? { signer: @input[:signer].strip } : {}))
  end

  def last_delivery?(step, progress) = step.kind == "delivered" && step.stop_id == progress.last.stop_id

  def move_to(state)
    DB[:trips].where(id: @trip[:id]).update(state:, version: @trip[:version] + 1, **(state == "delivered" ? { delivered_at: @input[:done_at] } : {}))
    @loads.each { |load| DB[:loads].where(id: load[:id]).update(state: Core::Freight.step(load[:state], state), version: load[:version] + 1) }
    Work::Tracking::Deliver.call(@trip[:id], @input[:done_at], @act) if state == "delivered"
  end

  def tell(changes, why: nil)
    @loads.each { |load| @act.changed("load", load[:id], changes, why:) }
    @act.changed("trip", @trip[:id], changes, why:)
  end
end
