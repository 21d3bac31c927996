# frozen_string_literal: true

# One demo load, taken through the application's acts as far as its stage.
class Demo::Haul
  HOUR = 3600
  MILES_AN_HOUR = 50

  def initialize(
    number:,
    lane:,
    crew:,
    tractor_id:,
    trailers:,
    places:,
    customers:,
    pickup_at:,
    stage:,
    papers:,
    dispatcher:,
    clerk:,
    not_used: nil
  )
    @number = number
    @from, @to, @customer, @what, @pieces, @unit, @weight_lb, @trailer_kind, @cents, @tarps = lane
    @crew = crew
    @tractor_id = tractor_id
    @trailers = trailers[@trailer_kind]
    @places = places
    @customers = customers
    @pickup_at = Time.at((pickup_at.to_i / 900) * 900).utc
    @stage = stage
    @papers = papers
    @dispatcher = dispatcher
    @clerk = clerk
    @not_used = not_used
    finish_before_now if %w[delivered papers_in billed].include?(stage)
  end

  def run
    @load_id = Work::Freight::BookLoad.call(booking, by: @dispatcher, now: booked_at)
    return cancel if @stage == "cancelled"
    return turn_away if @stage == "not_used"
    return if @stage == "open"

    crew
    return if @stage == "planned"

    Work::Freight::SendLoad.call(@load_id, { key: key("send") }, by: @dispatcher, now: booked_at + (2 * HOUR))
    @trip_id = Store::Freight.live_trip(@load_id)[:id]
    DB[:texts]
      .where(trip_id: @trip_id, sent_at: nil)
      .each { |text| Work::Tracking::NoteReceipt.call(text, "demo", now: booked_at + (2 * HOUR)) }
    answer
    bill if %w[billed closed].include?(@stage)
  end

  private

  def key(name) = "demo-#{@number}-#{name}"
  def booked_at = [@pickup_at - (30 * HOUR), Demo::EPOCH - (3 * HOUR) - (@number * 60)].min

  # Ten hours of rest after each ten of driving, and a quiet margin.
  def drive_hours
    hours =
      Store::Roads::Leg.new(*[@from, @to].map { |i| DB[:places].where(id: @places[i]).first }).miles.to_f /
        MILES_AN_HOUR
    hours + ((hours / 10).floor * 10)
  end

  def deliver_at = @deliver_at ||= Time.at(((@pickup_at + ((drive_hours + 3) * HOUR)).to_i / 900) * 900).utc

  # What is delivered was delivered before the demo's clock begins.
  def finish_before_now
    over = deliver_at + (4 * HOUR) - Demo::EPOCH
    return unless over.positive?

    @pickup_at -= (over / 900).ceil * 900
    @deliver_at = nil
  end

  def booking
    {
      key: key("book"),
      customer_id: @customers[@customer],
      tarps: @tarps || false,
      trailer_kind: @trailer_kind,
      references: [
        { kind: "po", value: "PO-#{48_100 + @number}" },
        { kind: "pickup_number", value: "#{@what[0].upcase}#{7000 + (@number * 3)}" }
      ],
      temperature_low_f: @trailer_kind == "reefer" ? -10 : nil,
      temperature_high_f: @trailer_kind == "reefer" ? 0 : nil,
      stops: [
        { kind: "pickup", place_id: @places[@from], from: @pickup_at, to: @pickup_at + (2 * HOUR) },
        { kind: "delivery", place_id: @places[@to], from: deliver_at, to: deliver_at + (3 * HOUR) }
      ],
      freight: [{ what: @what, pieces: @pieces, unit: @unit, weight_lb: @weight_lb }],
      price: {
        kind: "per_mile",
        rate: format("%.2f", @cents / 100r),
        fuel_kind: "per_mile",
        fuel_rate: "0.48"
      }
    }
  end

  def cancel =
    Work::Freight::CancelLoad.call(
      @load_id,
      { key: key("cancel"), why: "The customer moved the order to December" },
      by: @dispatcher,
      now: booked_at + HOUR
    )

  # Cancelled with the truck at the gate: that is billed, and was never paid.
  def turn_away
    Work::Freight::CancelLoad.call(
      @load_id,
      { key: key("cancel"), why: "No freight at the dock", not_used: @not_used },
      by: @dispatcher,
      now: @pickup_at
    )
    bill
  end

  def crew
    from, to = Work::Freight::TripPlan.new(@load_id).span
    Work::Freight::CrewLoad.call(
      @load_id,
      { key: key("crew"), driver_ids: @crew, tractor_id: @tractor_id, trailer_id: trailer(from, to) },
      by: @dispatcher,
      now: booked_at + HOUR
    )
  end

  # His own where it does, else the nearest that is free.
  def trailer(from, to)
    free = @trailers - Store::Freight.holding(:trip_units, from, to).select_map(:unit_id)
    empty = Store::Freight::Whereabouts.driver_empty(@crew.first, from)
    (empty.trailer_ids & free).first ||
      free.min_by do |id|
        stands = Store::Freight::Whereabouts.unit_stands(id, from) || empty.place
        [empty.place, stands, Store::Freight.stops(@load_id).first].map { |row| point(row) }
          .each_cons(2)
          .sum { |one, other| Core::Roads.great_circle_miles(one, other) }
      end
  end

  def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])

  def answer
    return if @stage == "sent"
    if @stage == "declined"
      return check_in("declined", booked_at + (3 * HOUR), note: "Truck is in the shop until Wednesday")
    end

    check_in("accepted", booked_at + (3 * HOUR))
    drive unless @stage == "accepted"
  end

  def drive
    stops = Store::Freight.stops(@load_id)
    late = (@number % 5) * 600
    timeline = [
      ["on_my_way", @pickup_at - (2 * HOUR), nil],
      ["arrived", @pickup_at + late, stops.first],
      ["loaded", @pickup_at + late + ((@number % 7 == 3 ? 200 : 70) * 60), stops.first],
      ["left", @pickup_at + late + ((@number % 7 == 3 ? 205 : 80) * 60), stops.first],
      ["arrived", deliver_at + late, stops.last],
      ["delivered", deliver_at + late + 4500, stops.last]
    ]
    reach = @stage == "rolling" ? Demo::EPOCH : Demo::EPOCH + (30 * 24 * HOUR)
    timeline.each do |kind, at, stop|
      break if at > reach || (@stage == "rolling" && kind == "delivered")

      check_in(kind, at, stop_id: stop&.fetch(:id), signer: kind == "delivered" ? "R. Dock" : nil)
    end
    keep_paper(stops.last, deliver_at + late + 4800) if @papers
    settle_detention if deliver_at < Demo::EPOCH - (36 * HOUR)
  end

  # Charged the morning after; what is of yesterday is still on somebody's desk.
  def settle_detention
    DB[:detention_claims]
      .where(trip_id: @trip_id, status: "proposed")
      .select_map(:id)
      .each do |id|
        Work::Tracking::Detain.settle(
          id,
          { key: key("detention-#{id}") },
          by: @dispatcher,
          now: deliver_at + (20 * HOUR)
        )
      end
  end

  # The invoice goes out the day after the delivery; the customer pays within the fortnight.
  def bill
    billed_at = [deliver_at + (20 * HOUR), Demo::EPOCH - HOUR].min
    Work::Billing::MakeInvoice.call(
      { key: key("bill"), load_ids: [@load_id], invoiced_on: billed_at.to_date },
      by: @clerk,
      now: billed_at
    )
    return unless @stage == "closed"

    receive([billed_at + (13 * 24 * HOUR), Demo::EPOCH - HOUR].min)
  end

  def receive(paid_at)
    load = DB[:loads].first(id: @load_id)
    Work::Billing::Receive.call(
      {
        key: key("close"),
        customer_id: load[:customer_id],
        kind: "ach",
        reference: "Remittance #{load[:invoice_number]}",
        amount: Money.dollars_text(load[:total]),
        received_on: paid_at.to_date,
        parts: [
          {
            invoice_id: DB[:invoices].where(number: load[:invoice_number]).get(:id),
            amount: Money.dollars_text(load[:total])
          }
        ]
      },
      by: @clerk,
      now: paid_at
    )
  end

  def check_in(kind, at, **more)
    Work::Tracking::CheckIn.call(
      @trip_id,
      { key: key("#{kind}-#{more[:stop_id]}"), kind:, done_at: at, **more.compact },
      driver:,
      now: at
    )
    Work::Tracking::FollowUp.call(@trip_id, now: at)
  end

  def driver = Work::Actor.driver(DB[:drivers].first(id: @crew.first))

  def keep_paper(stop, at)
    Work::Tracking::KeepPaper.call(
      @trip_id,
      bill_of_lading,
      { key: key("bol"), kind: "bol", stop_id: stop[:id] },
      driver:,
      now: at
    )
  end

  def bill_of_lading
    number = Store::Freight.load(@load_id)[:number]
    Prawn::Document
      .new(page_size: [420, 300], margin: 30) do |pdf|
        pdf.text "Bill of lading (demo)", size: 16, style: :bold
        pdf.text "Load #{number}: #{@pieces} #{@unit}, #{@what}, #{@weight_lb} lb", size: 11
        pdf.move_down 120
        pdf.text "Received in good order: R. Dock", size: 11
      end
      .render
  end
end
