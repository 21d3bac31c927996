# frozen_string_literal: true

# Every crew as it will be: after each trip it has, where and when it is empty and with what hours. Kept while
# nothing changes.
class Work::Match::Crews
  # A crew at an end of work: place - row with town, state, latitude, longitude; at - Time; questions - of its
  # drivers, one or two; after - row of the trip that ends there, or nil; trailer_ids - what it has hooked
  Slot = Value.of(:place, :at, :questions, :after, :trailer_ids)
  # drivers - rows; slots - in order of time; trips - rows of Store::Match.trips; known - since when each
  #           record is known
  Crew =
    Value.of(:key, :drivers, :people, :slots, :trips, :known, :silent, :tractor_id, :trailer_id, :plan) do
      def name = drivers.map { |row| row[:name] }.join(" and ")
      # The last end of work before an instant.
      def slot(instant) =
        slots.reverse.find { |slot| slot.after.nil? || slot.after[:during].end <= instant } || slots.first

      # Where it sets out for a trip that it has to make: nil for one that is none of its own.
      def before(trip_id) = slots.each_cons(2).find { |_, slot| slot.after[:trip_id] == trip_id }&.first

      def taken(from, to) =
        trips.find do |row|
          row[:during].begin < to && row[:during].end > from && row[:trip][:status] != "delivered"
        end
    end

  # What was read serves for so long, as long as nothing is written.
  KEPT_SECONDS = 60
  # Where somebody became empty longer ago than that, put right or not, is no matter any more.
  PUT_RIGHT_SECONDS = 30 * 86_400

  class << self
    def at(now)
      stamp = [Store::Match.stamp, now.to_i / KEPT_SECONDS]
      return @kept if @stamp == stamp

      @parts = {} unless @parts && @stamp && @stamp.last == stamp.last
      @kept = new(now, @parts)
      @stamp = stamp
      @kept
    end

    def forget = @stamp = nil
  end

  # A record with what a plan adds to it, until an instant.
  def self.worked(question, pieces, ends)
    added =
      pieces.map { |piece| Core::Hours::Stretch.new(status: piece.status, from: piece.from, to: piece.to) }
    stretches =
      (question.stretches + added)
        .chunk_while { |one, other| one.status == other.status && one.to == other.from }
        .map { |run| run.first.with(to: run.last.to) }
    return question.resting_until(ends) if added.empty?

    question.with(as_of: ends, status: added.last.status, stretches:)
  end

  attr_reader :all, :units

  # parts - Hash kept between two of the same minute: where trips and records are as they were, so are the
  #         ends of work
  def initialize(now, parts)
    @now = now
    @parts = parts
    @glances, @left = (parts[:kept] ||= [{}.compare_by_identity, {}.compare_by_identity])
    @units = Store::Match.units(now)
    read
    @all = teams.map { |drivers| crew(drivers) }
  end

  # The crew of these drivers with this equipment, whether or not they have driven together; nil for a driver
  # nobody knows.
  def made_of(driver_ids, tractor_id:, trailer_id:)
    parts = driver_ids.map { |id| @all.find { |crew| crew.key.include?(id) } }
    return unless parts.all?

    first = parts.first
    known = first.key == driver_ids.sort ? first : alone(parts, driver_ids)
    known.with(tractor_id:, trailer_id:)
  end

  # The crew of a driver. Raises Store::NotFound for a driver nobody knows.
  def of(driver_id) =
    @all.find { |crew| crew.key.include?(driver_id) } || raise(Store::NotFound.new("driver", driver_id))

  # The tractor or trailer of a crew, or nil.
  def unit(id) = @units.find { |unit| unit[:id] == id }

  # What a driver's crew drives, nil for a driver nobody knows.
  def units_of(driver_id) =
    @all
      .find { |crew| crew.key.include?(driver_id) }
      &.then { |crew| { tractor_id: crew.tractor_id, trailer_id: crew.trailer_id } }

  # With what hours these drivers set out for a trip that they have to make, in their order; or nil.
  def setting_out(trip_id, driver_ids)
    crew = @all.find { |one| one.key == driver_ids.sort }
    slot = crew&.before(trip_id) or return
    crew.key.zip(slot.questions).to_h.values_at(*driver_ids)
  end

  # What can be told at a glance of a slot's hours, and how much driving is left: [until the next long rest,
  # in the cycle]. Kept.
  def glance(slot) =
    @glances[slot] ||= slot.questions.first.then do |question|
      Core::Hours.glance(question, rules: HoursRules.named(question.rules))
    end
  def left(slot) = @left[slot] ||= left_of(slot.questions.first)

  private

  def left_of(question)
    rules = HoursRules.named(question.rules)
    remaining =
      Core::Hours::Reading.new(
        rules,
        question.stretches,
        question.as_of,
        question.exceptions,
        question.days
      ).remaining
    [Core::Hours.until_long_rest(question, rules:, remaining:), remaining[:cycle] || 0]
  end

  # Drivers as a crew of their own, from where the first of them is.
  def alone(parts, driver_ids)
    at = driver_ids.zip(parts).map { |id, crew| [crew, crew.drivers.index { |row| row[:id] == id }] }
    pick = ->(field) { at.map { |crew, i| crew.public_send(field)[i] } }
    slots =
      parts.first.slots.map do |slot|
        slot.with(
          questions:
            at.map do |crew, i|
              (crew.equal?(parts.first) ? slot : crew.slots.first).questions[i] || slot.questions.first
            end
        )
      end
    parts.first.with(
      key: driver_ids.sort,
      drivers: pick.call(:drivers),
      people: pick.call(:people),
      known: pick.call(:known),
      slots:
    )
  end

  def read
    @drivers = Store::Match.drivers
    ids = @drivers.map { |row| row[:id] }
    @records = Work::Hours::Question.of(@drivers, @now)
    @trips = Store::Match.trips(ids, @now)
    @papers, = Store::Match.papers
    @last_units = Store::Match.last_units
    @days_off = Store::Match.days_off(@now.to_date - 1)
    @plans = Store::Match.pay_plans
    @moved = Store::Freight::DriverPlaces.by_driver_since(@now - PUT_RIGHT_SECONDS)
    @hooked =
      @units
        .select { |unit| unit[:kind] == "trailer" }
        .flat_map { |unit| unit[:held].map { |held| [held[:trip_id], unit[:id], held[:leaves]] } }
        .group_by(&:first)
  end

  # Drivers alone, and those whose latest trip was together.
  def teams
    mates =
      @trips
        .values
        .flatten
        .group_by { |row| row[:trip_id] }
        .transform_values { |rows| rows.map { |row| row[:driver_id] } }
    latest =
      @drivers.to_h { |row| [row[:id], (mates[@trips[row[:id]]&.last&.fetch(:trip_id)] || [row[:id]]).sort] }
    by_id = @drivers.to_h { |row| [row[:id], row] }
    latest.values.uniq.map { |ids| ids.filter_map { |id| by_id[id] } }
  end

  def crew(drivers)
    first = drivers.first
    trips = @trips[first[:id]] || []
    part = [
      drivers.map { |row| row.slice(:id, :version, :duty_heard_at) },
      trips.map { |row| row[:trip].slice(:id, :version, :status, :empty_minutes) },
      @moved[first[:id]],
      drivers.map { |row| @records[row[:id]].first.stretches.length }
    ]
    Crew.new(
      key: drivers.map { |row| row[:id] }.sort,
      drivers:,
      people: drivers.map { |row| person(row) },
      slots: @parts[part] ||= slots(drivers, trips),
      trips:,
      known: drivers.map { |row| @records[row[:id]].last },
      silent: drivers.filter_map { |row| Work::Hours::Question.silent_minutes(row, @now) }.max,
      tractor_id: @last_units.dig(first[:id], "tractor"),
      trailer_id: @last_units.dig(first[:id], "trailer"),
      plan: @plans[first[:id]]&.first
    )
  end

  def person(row)
    papers = [
      ["licence", row[:licence_expires_on]],
      ["medical_card", row[:medical_expires_on]],
      *(@papers[row[:id]] || [])
        .reject { |paper| Store::Fleet::IN_RECORD.key?(paper[:kind]) }
        .map { |paper| paper.values_at(:kind, :expires_on) }
    ]
    Core::Fit::Person.new(
      name: row[:name],
      licence_class: row[:licence_class],
      hazmat: row[:hazmat],
      home_by: row[:home_by],
      forbidden_states: row[:forbidden_states].to_a,
      days_off: (@days_off[row[:id]] || []).map { |off| off.values_at(:from_on, :to_on, :why) },
      papers: papers.map { |kind, expires_on| Core::Fit::Paper.new(kind:, expires_on:) }
    )
  end

  # Now, or where the last trip ended; then after each trip to come, its hours planned one after the other.
  def slots(drivers, trips)
    # Who is still rolling past the time planned is not done.
    done, ahead =
      trips.partition do |row|
        row[:trip][:status] == "delivered" || (row[:during].end <= @now && row[:trip][:status] != "rolling")
      end
    first = drivers.first
    slots = [
      Slot.new(
        place:
          moved(first, done.last, ahead.first) || done.last&.fetch(:last) ||
            first.slice(:town, :state, :latitude, :longitude),
        at: @now,
        questions: drivers.map { |row| @records[row[:id]].first },
        after: nil,
        trailer_ids: hooked(done.last)
      )
    ]
    ahead.zip(ahead.drop(1)) do |row, following|
      slots << after(slots.last, row, moved(first, row, following))
    end
    slots
  end

  # Where it was put right that a driver became empty between two trips.
  def moved(driver, before, following) =
    @moved[driver[:id]]&.find do |row|
      (before.nil? || row[:at] >= before[:during].end) &&
        (following.nil? || row[:at] <= following[:during].begin)
    end

  # The trailers that a trip leaves where its driver is.
  def hooked(row)
    place = row && row[:last]&.slice(*Store::Freight::Whereabouts::PLACE)
    ((place && @hooked[row[:trip_id]]) || []).filter_map do |_, unit_id, leaves|
      unit_id if leaves&.slice(*Store::Freight::Whereabouts::PLACE) == place
    end
  end

  def after(slot, row, moved)
    plan =
      Work::Hours::PlanLoad.plan(
        nil,
        slot.questions.first,
        Time.at(slot.questions.first.as_of * 60).utc,
        partner: slot.questions[1],
        trip_id: row[:trip_id],
        advice: false
      )
    ends = plan&.finish_at || (row[:during].end.to_i / 60)
    questions =
      [plan&.pieces, plan&.partner_pieces].first(slot.questions.length)
        .zip(slot.questions)
        .map { |pieces, question| self.class.worked(question, pieces || [], ends) }
    Slot.new(
      place: moved || row[:last] || slot.place,
      at: Time.at(ends * 60).utc,
      questions:,
      after: row,
      trailer_ids: hooked(row)
    )
  end
end
