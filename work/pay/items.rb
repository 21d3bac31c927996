# frozen_string_literal: true

# Pay items: what each trip earns each of its drivers, where it comes from, and what it waits for. They appear
# by themselves as work is done; a clerk approves them, one or many, or the company's rule does where the
# papers are in and nothing is unusual.
module Work::Pay::Items
  # Earned by the end of a run's period and on no locked statement: rows of trip_earnings with :trip, :driver,
  # :papers_in, :cents, :unusual (sentences), :payable, and :reason where it is not: papers_missing,
  # rates_missing, claimed_twice, held, miles_doubtful or to_approve.
  # A wait whose detention is not settled holds its own line alone: it is left out of the row's dwell_minutes
  # and :cents, and :detention says it, { cents:, text:, stops: }, nil where none is left out.
  def self.open(run, only: nil)
    query = Store::Pay.unsettled(run)
    rows = (only ? query.of_driver(only) : query).all
    return [] if rows.empty?

    facts = Work::Pay::Facts.new(run)
    usual = usual(rows.map { |row| row[:driver_id] }.uniq)
    told = Told.new(rows)
    by_rule = Store::Pay.settings[:approve_by_rule]
    rows.map do |row|
      plan = facts.row_of_plan(row[:pay_plan_id])
      core = facts.plan(plan[:id], row[:share_percent])
      earned = ->(one) do
        Core::Pay.earnings(Work::Pay::Request.trip(one, core, plan[:miles_by]), core).sum(&:amount_cents)
      end
      whole_cents, stops = earned.call(row), held_stops(row, plan, told)
      row = without(row, stops)
      cents = stops.any? ? earned.call(row) : whole_cents
      detention = detention(row, stops, whole_cents - cents, told)
      unusual = Core::Pay::Unusual.of(facts(row, cents, usual[row[:driver_id]], plan, facts.period, told))
      reason, because = reason(row, plan, unusual, by_rule, told)
      row.merge(cents:, unusual:, reason:, because:, detention:, payable: reason.nil?)
    end
  end

  # A row of trip_earnings without the waits at these stops.
  def self.without(row, stops)
    return row if stops.empty?

    minutes = row[:dwell_minutes].to_a.each_with_index.map { |some, i| stops.include?(i) ? 0 : some }
    row.merge(dwell_minutes: minutes)
  end

  # Where a wait is paid that the customer has neither been charged nor let off, and no clerk has decided.
  def self.held_stops(row, plan, told)
    return [] if row[:approved_at] || row[:corrections].to_h.key?("dwell_minutes")

    plan[:detention_hourly].positive? ? told.open_stops(row[:trip_id]) : []
  end

  def self.detention(row, stops, cents, told)
    { cents:, stops:, text: told.detention(row[:trip_id]) } if cents.positive?
  end

  # Keeps beside what these drivers have earned, nil for all, what it comes to and what it waits for, for their
  # phones: also what is for a later period than the one that is being made.
  def self.note(driver_ids, now:)
    run = Store::Pay.running(now)
    write_down(self.open(run.merge(to_on: [run[:to_on], now.to_date + 1].max), only: driver_ids))
  end

  # rows - of `open`
  def self.write_down(rows)
    rows.each do |row|
      figures = {
        pay: Money.to_d(row[:cents]),
        waits_for: row[:reason],
        detention_held: row[:detention] ? row[:detention][:stops] : []
      }
      next if row.slice(*figures.keys).merge(detention_held: row[:detention_held].to_a) == figures

      held = Sequel.pg_array(figures[:detention_held], :integer)
      Store::Pay::TripEarnings.at(row[:id]).update(**figures, detention_held: held)
    end
  end

  # input - { key:, ids: of trip_earnings, act: approve, hold or release, why: where it holds }
  # Returns { run_id:, left: sentences on what could not be approved }. Raises Refused `reason_missing`,
  # `locked`, and `cannot_be_approved` where nothing of it can.
  def self.act(run_id, input, by:, now:)
    Work::Act.once(input[:key], "#{input[:act]}_pay_items", by:, now:, input: input.merge(run_id:)) do |act|
      run = Store::Pay::Runs.lock(run_id) or raise Store::NotFound.new("pay run", run_id)
      unless run[:status] == "draft"
        raise Refused.new("locked", "This run is locked: open it again first.", path: "")
      end
      if input[:act] == "hold" && input[:why].to_s.strip.empty?
        raise Refused.new("reason_missing", "Say in a word or two why.", path: "/why")
      end

      rows = Store::Pay.unsettled(run).of_ids(input[:ids]).all
      rows, left = approvable(run, rows) if input[:act] == "approve"
      Store::Pay::TripEarnings.where(id: rows.map { |row| row[:id] }).update(change(input, by, now))
      Work::Pay::BuildRun.call(run_id)
      act.changed(
        "pay_run",
        run_id,
        { items: [nil, "#{input[:act]} #{rows.map { |row| row[:trip] }.uniq.join(", ")}"] },
        why: input[:why]
      )
      { run_id:, left: left || [] }
    end
  end

  # What no clerk can wave through; said where the row itself has no sentence.
  STANDS = {
    "papers_missing" => "no bill of lading or proof of delivery is in",
    "rates_missing" => "no rates hold on its day",
    "claimed_twice" => "more than the whole of it is claimed"
  }.freeze

  # May a clerk approve what waits for this?
  def self.approvable?(reason) = !reason.nil? && !STANDS.key?(reason)

  # [rows that can be approved, sentences on the others]. Raises Refused `cannot_be_approved`.
  def self.approvable(run, rows)
    ids = rows.to_h { |row| [row[:id], true] }
    stuck = self.open(run).select { |row| ids[row[:id]] && STANDS.key?(row[:reason]) }
    said = stuck.map { |row| "#{row[:trip]}, #{row[:driver]}: #{row[:because] || STANDS[row[:reason]]}" }
    said = said.map { |text| text.end_with?(".") ? text : "#{text}." }
    if stuck.any? && stuck.length == rows.length
      raise Refused.new("cannot_be_approved", said.first(5).join(" "), path: "/ids")
    end

    gone = stuck.to_h { |row| [row[:id], true] }
    [rows.reject { |row| gone[row[:id]] }, said]
  end

  def self.change(input, by, now)
    case input[:act]
    when "approve"
      { approved_by: by.name, approved_at: now, held_why: nil, held_by: nil }
    when "hold"
      { held_why: input[:why].strip, held_by: by.name, approved_by: nil, approved_at: nil }
    else
      { held_why: nil, held_by: nil, approved_by: nil, approved_at: nil }
    end
  end

  # Why a row waits: a code, and for most a sentence. The first three no clerk can wave through.
  def self.reason(row, plan, unusual, by_rule, told)
    return "papers_missing", nil unless row[:papers_in]
    if plan[:in_force_from] > row[:completed_on]
      return [
        "rates_missing",
        "No rates of #{row[:driver]} hold on #{row[:completed_on]}: the first are of #{plan[:in_force_from]}."
      ]
    end
    return "claimed_twice", told.claims(row[:trip_id]) if told.claims(row[:trip_id])
    return "held", nil if row[:held_why]
    return if row[:approved_at]

    doubt(row, plan) || (["to_approve", nil] unless by_rule && unusual.empty?)
  end

  def self.doubt(row, plan)
    return "miles_doubtful", "No route was found: its miles are estimated." if row[:miles_estimated]
    if plan[:basis] == "per_mile" && plan[:miles_by] == "odometer" && row[:odometer_miles].nil?
      ["miles_doubtful", "It is paid by the odometer, and nobody told it."]
    end
  end

  # The median of what each driver's trips earned on locked statements, in cents; nil for fewer than five.
  def self.usual(driver_ids)
    Store::Pay::StatementLines
      .earned_by_trip(driver_ids)
      .transform_values do |rows|
        rows.length < 5 ? nil : Money.cents(rows.map { |row| row[:amount] }.sort[rows.length / 2])
      end
  end

  def self.facts(row, cents, usual_cents, plan, period, told)
    Core::Pay::Unusual::Facts.new(
      pay_cents: cents,
      usual_cents:,
      miles: row[:loaded_miles] + row[:empty_miles],
      odometer_miles: row[:odometer_miles],
      rate_from: plan[:in_force_from],
      period:,
      loads_before: told.loads_before(row),
      dwell_minutes: row[:dwell_minutes].to_a
    )
  end
  private_class_method :change, :approvable, :reason, :doubt, :usual, :facts, :held_stops, :detention

  # What trips say of themselves, read together: who claims them, detention that is not settled, and loads
  # that a driver was paid for already.
  class Told
    def self.of_trip(trip_id) = new([{ trip_id:, driver_id: nil }])

    def initialize(rows)
      @trip_ids = rows.map { |row| row[:trip_id] }.uniq
      @driver_ids = rows.map { |row| row[:driver_id] }.uniq
    end

    # A sentence where the drivers of a trip claim more than the whole of it.
    def claims(trip_id)
      @claims ||= Store::Pay::TripEarnings.claimed_twice(@trip_ids)
      @claims[trip_id] && "#{@claims[trip_id]} claim more than the whole of it."
    end

    # What of detention is neither charged to the customer nor dropped.
    def detention(trip_id) =
      claimed[trip_id]&.map { |_, minutes, town| "#{Core::Spoken.minutes(minutes)} at #{town}" }&.join(", ")

    # At which stops of the trip, by their position.
    def open_stops(trip_id)
      return [] unless claimed[trip_id]

      at = Store::Freight.trip_stops(trip_id).all.each_with_index.to_h { |stop, i| [stop[:stop_id], i] }
      claimed[trip_id].filter_map { |*, stop_id| at[stop_id] }.sort
    end

    def claimed = @claimed ||= Store::Tracking::DetentionClaims.open_by_trip(@trip_ids)

    # A relay pays two drivers for one load; one driver twice is a doubt.
    def loads_before(row)
      @paid ||= Store::Pay::TripEarnings.paid_loads(@driver_ids).group_by { |one| one[:driver_id] }
      @loads ||= Store::Freight::TripLoads.numbers(@trip_ids).group_by { |one| one[:trip_id] }
      others =
        (@paid[row[:driver_id]] || [])
          .reject { |one| one[:trip_id] == row[:trip_id] }
          .to_h { |one| [one[:load_id], true] }
      (@loads[row[:trip_id]] || []).select { |one| others[one[:load_id]] }.map { |one| one[:number] }
    end
  end
end
