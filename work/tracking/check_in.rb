# frozen_string_literal: true

# A driver's check-in: an answer to a trip, a step at a stop, or a note.
class Work::Tracking::CheckIn
  LOAD_STATE = { "accepted" => "accepted", "on_my_way" => "rolling" }.freeze
  LIFE = %w[sent accepted rolling delivered].freeze
  COLUMN = { "arrived" => :arrived_at, **Core::Tracking::WORK.values.to_h { |kind, _| [kind, :worked_at] }, "left" => :left_at }.freeze

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
    when "seen" then seen
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

  # All changes up to the one that the phone showed last, by its number: the phone's clock may be off. What came after still waits.
  def seen
    record
    shown = @input[:change_id].to_i
    changes = DB[:trip_changes].where(trip_id: @trip[:id], driver_id: @driver.id, seen_at: nil).where { id <= shown }.returning(:what).update(seen_at: @input[:done_at])
    tell({ seen: [nil, changes.map { |row| row[:what] }.join(", ")] })
  end

  def decline
    reason = @input[:note].to_s.strip
    raise Refused.new("reason_missing", "Say in a word or two why.", path: "/note") if reason.empty?
    raise Refused.new("not_now", "The trip has begun: call dispatch.", path: "/kind") unless %w[sent accepted].include?(@trip[:state])

    record
    return decline_part(reason) unless first_part?

    @loads.each do |load|
      Work::Freight::ReleaseCrew.call(load[:id], declined: @trip[:id], reason:).each { |trip| Work::Tracking::WriteText.off(trip, load, @now) unless trip[:declined] || trip[:state] == "planned" }
      DB[:loads].where(id: load[:id]).update(state: Core::Freight.step(load[:state], "open"), crew: nil, version: load[:version] + 1)
      Work::Freight::SearchText.write(load[:id])
    end
    Work::Freight::ReleaseCrew.decline(@trip, reason) if @loads.empty?
    tell({ state: [@trip[:state], "open"] }, why: reason)
  end

  # Whoever was to take a load over does not: the others still drive, and it wants somebody from there.
  def decline_part(reason)
    Work::Freight::ReleaseCrew.decline(@trip, reason)
    @loads.each { |load| DB[:loads].where(id: load[:id]).update(version: load[:version] + 1) }
    tell({ second_part: [@driver.name, "declined"] }, why: reason)
  end

  # Of a relay: does this trip load the freight, and does it deliver it?
  def stops = @stops ||= Work::Freight::TripPlan.rows(@trip[:id])
  def first_part? = stops.first[:kind] != "swap"
  def last_part? = stops.last[:kind] != "swap"

  def step
    progress = Work::Tracking::Progress.of(@trip[:id])
    step = Core::Tracking.check(@trip[:state], progress, **@input.slice(:kind, :done_at), stop_id: @input[:stop_id], signer: @input[:signer], now: @now)
    refuse_second_trip if step.kind == "on_my_way"
    record(stop_id: step.stop_id)
    mark(step)
    @loads.each { |load| deliver_load(load, step) } if step.kind == "delivered"
    state = LOAD_STATE[step.kind] || ("delivered" if last_work?(step, progress))
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

  def last_work?(step, progress) = step.kind == progress.last.work_kind && step.stop_id == progress.last.stop_id

  def move_to(state)
    DB[:trips].where(id: @trip[:id]).update(state:, version: @trip[:version] + 1, **(state == "delivered" ? { delivered_at: @input[:done_at] } : {}))
    @loads.each { |load| move_load(load, state) }
    Work::Tracking::Deliver.call(@trip[:id], @input[:done_at], @act) if state == "delivered"
  end

  # A partial is delivered with its own last stop, though the trip goes on with others.
  def deliver_load(load, step)
    return unless DB[:stops].where(load_id: load[:id]).reverse(:position).get(:id) == step.stop_id

    move_load(load, "delivered")
    Work::Tracking::Deliver.papers_in(load[:id], @act)
  end

  # A relayed load sets out with its first crew and is delivered by its last, though the one before forgot a step.
  def move_load(load, state)
    return unless state == "delivered" ? last_part? : first_part?

    load = DB[:loads].first(id: load[:id])
    return unless LIFE.include?(load[:state]) && load[:state] != state

    states = state == "delivered" ? LIFE.drop(LIFE.index(load[:state]) + 1) : [state]
    DB[:loads].where(id: load[:id]).update(state: states.reduce(load[:state]) { |from, to| Core::Freight.step(from, to) }, version: load[:version] + 1)
  end

  def tell(changes, why: nil)
    @loads.each { |load| @act.changed("load", load[:id], changes, why:) }
    @act.changed("trip", @trip[:id], changes, why:)
  end
end
