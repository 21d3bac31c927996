# frozen_string_literal: true

# Writes down what was said of a trip: by its driver's phone or text, by dispatch for him, by a device. What
# is well-formed is always kept; what it means is read from all that was said (Story), so that late, double
# and out of order do no harm.
class Work::Tracking::CheckIn
  # Steps that a driver tells of a trip that was taken off him are kept, and move nothing.
  OVER = %w[declined cancelled].freeze
  # The same step of the same stop told again so soon is the same: no truck comes to a dock twice in it
  # (ours).
  SAME_STEP_SECONDS = 90
  # What of a check-in is facts of the job.
  DETAILS = %i[
    odometer
    odometer_confirmed
    tractor
    trailer
    trailer_dropped
    trailer_taken
    bol
    seal
    quantity
    short
    temperature_f
    sure
  ].freeze

  # input - { key:, kind:, stop_id:, done_at:, phone_at:, signer:, note:, corrects:, latitude:, longitude:,
  #         **DETAILS }, most optional
  # phone_at - what the phone's clock says while it sends: what it is off is taken off done_at
  # source - who tells; by - the Actor who acts, the driver himself unless said
  #
  # Returns the trip's id. Yields the Store::Tracking::Standing that a step leads to, the first time it is
  # told: whoever answers need not read it again.
  # Raises Refused `reason_missing`, `note_missing`, `signer_missing`, `not_now` (declining under way),
  # `another_under_way`, `nothing_to_correct`, `too_late`.
  def self.call(trip_id, input, driver:, now:, source: "cab", by: driver)
    Work::Act.once(
      input[:key],
      "check_in_#{input[:kind]}",
      by:,
      now:,
      input: Work::Act.plain(input.except(:phone_at).merge(trip_id:)),
      result_id: trip_id
    ) do |act|
      standing = new(trip_id, input, driver, now, act, source).call
      yield standing if block_given? && standing
    end
  end

  def initialize(trip_id, input, driver, now, act, source)
    @driver = driver
    @now = now
    @act = act
    @source = source
    @input = input.merge(done_at: at(input, now))
    # Locks in the one order: load, trip, pay run.
    @loads =
      Store::Freight::Loads
        .at(Store::Freight::TripLoads.where(trip_id:).select(:load_id))
        .order(:id)
        .for_update
        .all
    @trip =
      Store::Freight::Trips.lock(
        Store::Freight::TripDrivers.where(trip_id:, driver_id: driver.id).select(:trip_id)
      ) or raise Store::NotFound.new("trip", trip_id)
  end

  # Returns the Standing after a step.
  def call
    case @input[:kind]
    when "note", "customer_note"
      note
    when "seen"
      seen
    when "confirmed"
      confirmed
    when "declined"
      decline
    when "corrected", "withdrawn"
      put_right
    else
      step
    end
    @story&.standing
  end

  private

  # By the company's clock, and not in the future.
  def at(input, now)
    off = input[:phone_at] ? now - input[:phone_at] : 0
    [input[:done_at] + (off.abs > Work::Tracking::CLOCK_TOLERANCE_SECONDS ? off : 0), now].min
  end

  def note
    raise Refused.new("note_missing", "The note is empty.", path: "/note") if @input[:note].to_s.strip.empty?

    record
    told =
      if @input[:kind] == "customer_note"
        Work::Tracking::TellCustomer.note(
          @loads,
          @input[:stop_id],
          @input[:note].strip,
          @driver,
          [@input[:done_at], @now].max
        )
      end
    tell(told ? { told: [nil, told.join(", ")] } : {}, why: @input[:note])
  end

  # All changes up to the one that the phone showed last, by its number: the phone's clock may be off. What
  # came after still waits.
  def seen
    record
    shown = @input[:change_id].to_i
    changes =
      Store::Freight::TripChanges
        .where(trip_id: @trip[:id], driver_id: @driver.id, seen_at: nil)
        .up_to(shown)
        .returning(:what)
        .update(seen_at: @input[:done_at])
    tell({ seen: [nil, changes.map { |row| row[:what] }.join(", ")] })
  end

  # The trip's report is right, as the driver has it before him.
  def confirmed
    record
    tell({ report: [nil, "right, says the driver"] })
  end

  def decline
    reason = @input[:note].to_s.strip
    raise Refused.new("reason_missing", "Say in a word or two why.", path: "/note") if reason.empty?
    unless %w[sent accepted].include?(@trip[:status])
      raise Refused.new("not_now", "The trip has begun: call dispatch.", path: "/kind")
    end

    record
    return decline_part(reason) unless first_part?

    @loads.each do |load|
      Work::Freight::ReleaseCrew
        .call(load[:id], declined: @trip[:id], reason:)
        .each do |trip|
          Work::Tracking::WriteText.off(trip, load, @now) unless trip[:declined] || trip[:status] == "planned"
        end
      Store::Freight::Loads.change(load, status: Core::Freight.step(load[:status], "open"), crew: nil)
      Work::Freight::SearchText.write(load[:id])
    end
    Work::Freight::ReleaseCrew.decline(@trip, reason) if @loads.empty?
    tell({ status: [@trip[:status], "open"] }, why: reason)
  end

  # Whoever was to take a load over does not: the others still drive, and it wants somebody from there. What
  # he alone
  # was to pick up is open again.
  def decline_part(reason)
    Work::Freight::ReleaseCrew.decline(@trip, reason)
    Work::Freight::Follow.call(@loads)
    @loads.each do |load|
      Store::Freight::Loads.change(load, crew: Store::Freight.crew_of(load[:id]))
      Work::Freight::SearchText.write(load[:id])
    end
    tell({ second_part: [@driver.name, "declined"] }, why: reason)
  end

  # A time that was told wrong, or a step that was not. Both stay: what was said first, and who put it right,
  # when and why.
  def put_right
    if @input[:note].to_s.strip.empty?
      raise Refused.new("reason_missing", "Say in a word or two why.", path: "/note")
    end

    wrong = Store::Tracking::CheckIns.first(trip_id: @trip[:id], key: @input[:corrects].to_s)
    if wrong && !Store::Tracking::Story::TELLING.include?(wrong[:kind])
      raise Refused.new("nothing_to_correct", "There is no such step to put right.", path: "/corrects")
    end
    if @input[:kind] == "withdrawn" && @trip[:status] == "delivered"
      raise Refused.new(
              "too_late",
              "The trip is delivered: the office takes steps back from here on.",
              path: "/kind"
            )
    end

    record(stop_id: wrong&.fetch(:stop_id))
    changes = story
    tell(
      {
        **changes,
        (wrong ? wrong[:kind] : "step") => [
          wrong&.fetch(:done_at),
          @input[:kind] == "corrected" ? @input[:done_at] : nil
        ]
      },
      why: @input[:note]
    )
  end

  # Of a relay: does this trip load the freight?
  def first_part? = Work::Freight::TripPlan.rows(@trip[:id]).first[:kind] != "swap"

  def step
    kind = @input[:kind]
    refuse_second_trip if kind == "on_my_way"
    if kind == "delivered" && @source == "cab" && @input[:signer].to_s.strip.empty?
      raise Refused.new("signer_missing", "Who signed for the freight? Type the name.", path: "/signer")
    end

    stop_id = @input[:stop_id] || stop_meant(kind)
    return if told_already?(kind, stop_id)

    record(stop_id:)
    tell({ kind => [nil, @input[:done_at]], **story })
  end

  # Two taps, two tabs or two phones: one step. Who adds something to it is heard.
  def told_already?(kind, stop_id)
    told = JSON.parse(JSON.generate(details))
    Store::Tracking::CheckIns
      .standing(@trip[:id])
      .told_near(kind, stop_id, @input[:done_at], SAME_STEP_SECONDS)
      .any? { |row| row[:signer] == @input[:signer] && row[:details].to_h == told }
  end

  def details = @input.slice(*DETAILS).compact

  def story
    return {} if OVER.include?(@trip[:status])

    @story = Work::Tracking::Story.new(@trip, @loads, @act)
    @story.tell
  end

  # Where a step is told without its stop (by text), it is the next one of its kind.
  def stop_meant(kind)
    return if %w[accepted pre_trip on_my_way post_trip].include?(kind)

    steps = Core::Tracking.steps(Store::Tracking::Story.outcome(@trip[:id]))
    (
      steps.find { |step| step.kind == kind && step.done_at.nil? } ||
        steps.reverse.find { |step| step.kind == kind }
    )&.stop_id
  end

  def refuse_second_trip
    other =
      Store::Freight::Trips.holding(@driver.id).where(status: "rolling").exclude(id: @trip[:id]).get(:number)
    if other
      raise Refused.new(
              "another_under_way",
              "Trip #{other} is still under way: finish it first.",
              path: "/kind"
            )
    end
  end

  def record(stop_id: @input[:stop_id])
    check_in_id =
      Store::Tracking::CheckIns.insert(
        trip_id: @trip[:id],
        driver_id: @driver.id,
        stop_id:,
        arrived_at: @now,
        source: @source,
        by: @act.by.name,
        phone_at: @input[:phone_at],
        details: Sequel.pg_jsonb(details),
        key: @input[:key],
        **@input.slice(:kind, :done_at, :note, :signer, :corrects, :latitude, :longitude)
      )
    Work::Hours::AnswerDuty.propose(check_in_id, @driver.id, @input[:kind], @input[:done_at])
    Work::Tracking::Position.beside(@driver.id, @trip, @input, @now)
  end

  def tell(changes, why: nil)
    records = [*@loads.map { |load| ["load", load[:id]] }, ["trip", @trip[:id]]]
    @act.changed_all(records, changes, why:)
    Work::Tracking::FollowUp.soon(@trip[:id])
  end
end
