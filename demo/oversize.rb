# frozen_string_literal: true

# Three loads that need permits: the pump house, its file attested and ready to send; a generator whose axles
# are too heavy as they stand;
# and a conveyor whose applications are on their way to the offices, to be issued and then paid. A permit for
# the year, and a combination.
class Demo::Oversize
  HOUR = 3600
  DAY = 24 * HOUR
  PUMP_HOUSE_LB = 38_000
  # Weight and feet behind the axle before.
  GENERATOR_AXLES = [
    [12_000, 0],
    [21_000, 12.5],
    [21_000, 4.5],
    [20_000, 31],
    [20_000, 4.5],
    [20_000, 4.5]
  ].freeze

  # dispatcher, clerk - Work::Actor; crews - Array of [driver id, tractor id]; lowboys - their ids
  def initialize(dispatcher, clerk, crews:, lowboys:)
    @dispatcher = dispatcher
    @clerk = clerk
    @crews = crews
    @lowboys = lowboys
  end

  def load(pump_house:, generator:, conveyor:)
    pump_house(*pump_house)
    generator(*generator)
    conveyor(*conveyor)
  end

  private

  def now = Demo::EPOCH - (3 * HOUR)

  def book(name, customer_id, freight, cents, stops)
    Work::Freight::BookLoad.call(
      {
        key: "demo-#{name}",
        customer_id:,
        trailer_kind: "lowboy",
        references: [{ kind: "po", value: "PO-OS-#{name.upcase}" }],
        freight: [freight],
        stops:,
        price: {
          kind: "per_mile",
          rate: format("%.2f", cents / 100r),
          fuel_kind: "per_mile",
          fuel_rate: "0.48"
        }
      },
      by: @dispatcher,
      now:
    )
  end

  def pump_house(customer_id, from_id, to_id)
    pickup, delivery = Demo::EPOCH + (2 * DAY) + HOUR, Demo::EPOCH + (4 * DAY) + (2 * HOUR)
    load_id =
      book(
        "pump",
        customer_id,
        {
          what: "Modular pump house",
          pieces: 1,
          unit: "building",
          weight_lb: PUMP_HOUSE_LB,
          width_in: 168,
          height_in: 158,
          length_in: 480,
          serial_number: "BPM-2611"
        },
        640,
        [
          { kind: "pickup", place_id: from_id, from: pickup, to: pickup + (2 * HOUR) },
          { kind: "delivery", place_id: to_id, from: delivery, to: delivery + (8 * HOUR) }
        ]
      )
    tractor_id, trailer_id = crew_of(load_id, "pump", pickup, delivery)
    Work::Permits::KeepCombination.call(
      {
        key: "demo-combination",
        tractor_id:,
        trailer_id:,
        name: "Lowboy of this week",
        spacings_ft: [0, 14, 4.5, 31, 4.5]
      },
      by: @clerk,
      now:
    )
    Work::Permits::MakeFile.call(load_id, { key: "demo-pump-file" }, by: @clerk, now:)
    file = Store::Permits.file_of(load_id)
    Work::Permits::ChangeFile.call(
      load_id,
      { version: file[:version], axles: legal_axles(file[:gross_lb]), reference: "Job 2611" },
      by: @clerk,
      now:
    )
    Work::Permits::ChangeFile.attest(load_id, { key: "demo-pump-attest" }, by: @clerk, now:)
  end

  # [tractor id, trailer id]
  def crew_of(load_id, name, from, to)
    driver_id, tractor_id = free_crew(from - DAY, to + DAY)
    trailer_id =
      (@lowboys - Store::Freight.holding(:trip_units, from - DAY, to + DAY).select_map(:unit_id)).first ||
        @lowboys.first
    Work::Freight::CrewLoad.call(
      load_id,
      {
        key: "demo-#{name}-crew",
        driver_ids: [driver_id],
        tractor_id:,
        trailer_id:,
        why: "The lowboy crew of this week"
      },
      by: @dispatcher,
      now:
    )
    [tractor_id, trailer_id]
  end

  def free_crew(from, to)
    busy = Store::Freight.holding(:trip_drivers, from, to).select_map(Sequel[:trip_drivers][:driver_id])
    pulled = Store::Freight.holding(:trip_units, from, to).select_map(:unit_id)
    @crews.find { |driver_id, tractor_id| !busy.include?(driver_id) && !pulled.include?(tractor_id) } ||
      @crews.first
  end

  # Twelve thousand on the steering axle, the rest on two tandems.
  def legal_axles(gross_lb)
    drives = ((gross_lb - 12_000) / 4.0).floor
    weights = [gross_lb - (4 * drives), drives, drives, drives, drives]
    weights.zip([0, 14, 4.5, 31, 4.5]).map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
  end

  def generator(customer_id, from, to)
    pickup = Demo::EPOCH + (7 * DAY)
    load_id =
      book(
        "generator",
        customer_id,
        {
          what: "Standby generator",
          pieces: 1,
          unit: "machine",
          weight_lb: 78_000,
          width_in: 120,
          height_in: 132,
          length_in: 384,
          serial_number: "SG-880"
        },
        710,
        [
          { kind: "pickup", where: from, from: pickup, to: pickup + (4 * HOUR) },
          { kind: "delivery", where: to, from: pickup + DAY, to: pickup + (2 * DAY) }
        ]
      )
    Work::Permits::MakeFile.call(load_id, { key: "demo-generator-file" }, by: @clerk, now:)
    file = Store::Permits.file_of(load_id)
    axles = GENERATOR_AXLES.map { |weight_lb, spacing_ft| { weight_lb:, spacing_ft: } }
    Work::Permits::ChangeFile.call(
      load_id,
      {
        version: file[:version],
        gross_lb: axles.sum { |axle| axle[:weight_lb] },
        axles:,
        reference: "Job 2618"
      },
      by: @clerk,
      now:
    )
  end

  # Idaho and Nevada, eleven feet wide: in Nevada the company holds a permit for the year.
  def conveyor(customer_id, from, to)
    pickup = Demo::EPOCH + (3 * DAY)
    load_id =
      book(
        "conveyor",
        customer_id,
        {
          what: "Belt conveyor section",
          pieces: 1,
          unit: "machine",
          weight_lb: 29_000,
          width_in: 132,
          height_in: 120,
          length_in: 420,
          serial_number: "BC-404"
        },
        480,
        [
          { kind: "pickup", where: from, from: pickup, to: pickup + (4 * HOUR) },
          { kind: "delivery", where: to, from: pickup + DAY, to: pickup + (2 * DAY) }
        ]
      )
    crew_of(load_id, "conveyor", pickup, pickup + (2 * DAY))
    Work::Permits::Standing.hold(
      {
        key: "demo-held-permit",
        jurisdiction: "NV",
        number: "NV-Y-2026-118",
        tractor_id: nil,
        width_in: 144,
        height_in: 174,
        length_in: 1260,
        gross_lb: 80_000,
        valid_from: Date.new(2026, 1, 1),
        valid_to: Date.new(2026, 12, 31),
        trips: nil,
        conditions: "Daylight only. Interstates and US routes."
      },
      by: @clerk,
      now:
    )
    Work::Permits::MakeFile.call(load_id, { key: "demo-conveyor-file" }, by: @clerk, now:)
    Work::Permits::ChangeFile.call(
      load_id,
      { version: Store::Permits.file_of(load_id)[:version], reference: "Job 2620" },
      by: @clerk,
      now:
    )
    Work::Permits::ChangeFile.attest(load_id, { key: "demo-conveyor-attest" }, by: @clerk, now:)
    Work::Permits::Apply.to_offices(load_id, { key: "demo-conveyor-apply" }, by: @clerk, now:)
  end
end
