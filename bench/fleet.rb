# frozen_string_literal: true

# A fleet to measure with: 300 crews, half of them on a load, each with ten days of record, and 200 open loads.
class BenchFleet
  CREWS = 300
  GOOD_UNTIL = Date.new(2030, 1, 1)
  LOADS = 200
  HOUR = 3600
  KINDS = %w[dry_van flatbed reefer step_deck].freeze

  def initialize(now, random)
    @now = now
    @random = random
  end

  def fill
    by = Work::Actor.system
    DB[:company].insert_conflict.insert(id: 1, name: "Bench Haulage")
    DB[:loads].update(status: "closed")
    DB[:drivers].update(retired: true)
    DB[:units].update(retired: true)
    terminal =
      Work::Company::AddTerminal.call(
        { name: "Bench #{@random.rand(1_000_000)}", zip: "83705" },
        by:,
        now: @now
      )
    zips = DB[:zips].where(state: %w[ID OR WA UT MT NV WY CO]).order(:zip).select_map(:zip)
    customer =
      Work::Fleet::AddRecord.call(
        :customers,
        { name: "Bench customer #{@random.rand(1_000_000)}" },
        by:,
        now: @now
      )
    drivers = crews(terminal, by)
    trips(drivers, zips, customer, by)
    LOADS.times { |i| book(zips, customer, @now + ((4 + (i % 80)) * HOUR), KINDS[i % 4], by) }
    DB.run("ANALYZE")
  end

  private

  def crews(terminal, by)
    Array.new(CREWS) do |i|
      id =
        Work::Fleet::AddRecord.call(
          :drivers,
          {
            name: "Driver #{i}",
            number: "B#{i}",
            terminal_id: terminal,
            licence_expires_on: GOOD_UNTIL,
            medical_expires_on: GOOD_UNTIL,
            loaded_mile_rate: "0.58",
            empty_mile_rate: "0.50"
          },
          by:,
          now: @now
        )
      record(id)
      units = units(terminal, i)
      units.each { |unit_id| papers(unit_id) }
      [id, *units]
    end
  end

  def units(terminal, i)
    DB[:units].insert(number: "BT-#{i}", kind: "tractor", terminal_id: terminal)
    DB[:units].insert(
      number: "BV-#{i}",
      kind: "trailer",
      trailer_kind: KINDS[i % 4],
      terminal_id: terminal,
      length_ft: 53
    )
    DB[:units].where(number: ["BT-#{i}", "BV-#{i}"]).order(:number).select_map(:id)
  end

  # Without these nobody may go, and there would be nothing to plan.
  def papers(unit_id) =
    %w[registration annual_inspection].each do |kind|
      DB[:credentials].insert(unit_id:, kind:, expires_on: GOOD_UNTIL)
    end

  # Ten days of work, two of them at home.
  def record(driver_id)
    edit_id = DB[:duty_edits].insert(driver_id:, source: "device", who: "Bench", at: @now)
    off = @random.rand(7)
    rows =
      (1..10)
        .to_a
        .reverse
        .reject { |ago| [off, off + 1].include?(ago) }
        .flat_map do |ago|
          begins = @now - (ago * 24 * HOUR) - (2.5 * HOUR)
          [
            ["on_duty", 0],
            ["driving", 0.5],
            ["on_duty", 4],
            ["driving", 5],
            ["off_duty", 8],
            ["driving", 8.5],
            ["sleeper", 10.5]
          ].map { |status, hours| { driver_id:, edit_id:, from_at: begins + (hours * HOUR), status: } }
        end
    DB[:duty_entries].multi_insert(rows)
    DB[:drivers].where(id: driver_id).update(duty_heard_at: @now)
  end

  # Half of them are on a load.
  def trips(drivers, zips, customer, by)
    drivers.each_slice(2) do |(id, tractor_id, trailer_id), _|
      load_id = book(zips, customer, @now + (@random.rand(1..4) * HOUR), nil, by)
      Work::Freight::CrewLoad.call(load_id, { driver_ids: [id], tractor_id:, trailer_id: }, by:, now: @now)
    end
  end

  def book(zips, customer, at, trailer_kind, by)
    from, to = Array.new(2) { zips[@random.rand(zips.length)] }
    Work::Freight::BookLoad.call(
      {
        customer_id: customer,
        trailer_kind:,
        price: {
          kind: "per_mile",
          rate: "2.80"
        },
        freight: [{ what: "Freight", weight_lb: 40_000 }],
        stops: [
          { kind: "pickup", where: from, from: at, to: at + (4 * HOUR) },
          { kind: "delivery", where: to, from: at + (8 * HOUR), to: at + (40 * HOUR) }
        ]
      },
      by:,
      now: @now
    )
  end
end
