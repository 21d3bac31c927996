# frozen_string_literal: true

require "prawn"

# Loads the demo: three closed pay periods and a week in full swing, all through the application's own acts.
module Demo
  # Monday, 23 November 2026, 7:30 in Boise: where the demo clock begins.
  EPOCH = Time.utc(2026, 11, 23, 14, 30)
  HOUR = 3600
  DAY = 24 * HOUR

  class World
    D = Demo::Directory
    # stage => how many; hours from now to the pickup of the first, and from one to the next
    WEEK = {
      "papers_in" => [7, -68, 3],
      "delivered" => [4, -44, 2],
      "rolling" => [12, -20, 1.25],
      "accepted" => [5, 1.5, 0.75],
      "sent" => [4, 4, 1.5],
      "planned" => [7, 12, 4],
      "declined" => [1, 9, 1],
      "cancelled" => [2, 30, 4],
      "open" => [19, 6, 5]
    }.freeze

    # Days ago => dollars for a truck that was ordered, turned away and never paid for; on different lanes.
    TURNED_AWAY = { 127 => "400.00", 112 => "350.00", 83 => "900.00", 66 => "350.00", 62 => "250.00" }.freeze

    def load
      company
      directory
      old_debts
      past_weeks
      this_week
      partials
      oversize
      fleet_papers
      duty
      open_period
      Demo::Partners.new(@customers, @maren, @inez, EPOCH).load
      Demo::Billing.new(@customers, @inez, EPOCH).load
      Demo::Window.new(@customers, @inez, EPOCH).load
      Demo::Talk.new(@drivers, @maren, EPOCH).load
      Store::Company::Clock.set_demo(EPOCH)
    end

    private

    def company
      told = { name: D::COMPANY, **D::WHERE }
      DB[:company].insert_conflict(target: :id, update: { **told, setup_code_digest: nil }).insert(
        id: 1,
        **told
      )
      D::TERMINALS.each do |name, zip|
        Work::Company::AddTerminal.call({ name:, zip: }, by: system, now: began)
      end
      D::PEOPLE.each do |name, email, roles|
        Work::Company::AddPerson.call({ name:, email:, roles:, password: D.password }, by: system, now: began)
      end
      accounts = DB[:accounts].order(:id).all.map { |row| Work::Actor.account(row) }
      @maren, @tobias, @inez, _, @greta = accounts
      @terminals = DB[:terminals].order(:id).select_map(:id)
    end

    def system = Work::Actor.system
    def began = EPOCH - (140 * DAY)

    def directory
      @customers =
        D::CUSTOMERS.each_with_index.map do |(name, zip, terms_days), i|
          add(
            :customers,
            name:,
            zip:,
            terms_days:,
            phone: phone(i),
            email: "dock@#{name.downcase.gsub(/[^a-z]+/, "-")}.example",
            tell_late: (i % 3).zero?,
            detention_free_minutes: i == 4 ? 60 : 120,
            detention_hourly: "60.00",
            **town(zip)
          )
        end
      @places =
        D::PLACES.each_with_index.map do |(name, zip, dock_hours, driver_notes), i|
          add(:places, name:, zip:, dock_hours:, driver_notes:, phone: phone(20 + i))
        end
      @drivers = D::DRIVERS.each_with_index.map { |row, i| driver(row, i) }
      @tractors =
        Array.new(30) do |i|
          unit(
            "T-#{101 + i}",
            "tractor",
            i,
            make: D::MAKES[i % 3],
            model_year: 2017 + (i % 9),
            miles_per_gallon: format("%.1f", 6 + ((i % 7) / 10.0)),
            tare_lb: 18_200 + ((i % 5) * 150),
            registered_lb: 80_000
          )
        end
      @trailers =
        D::TRAILERS.to_h do |kind, count|
          [
            kind,
            Array.new(count) do |i|
              unit(
                "#{kind[0].upcase}#{kind[-1].upcase}-#{201 + i}",
                "trailer",
                i,
                trailer_kind: kind,
                length_ft: kind == "step_deck" ? 48 : 53,
                **takes(kind),
                **tarps(kind, i)
              )
            end
          ]
        end
    end

    # All decks but one carry them.
    def tarps(kind, i) = %w[flatbed step_deck].include?(kind) ? { tarps: i != 4 } : {}
    def takes(kind) = %i[inner_length_in capacity_lb capacity_cuft tare_lb].zip(D::TAKES.fetch(kind)).to_h

    def town(zip) = DB[:zips].first(zip:).slice(:town, :state)
    def phone(number) = format("208-555-01%02d", number % 100)
    def add(table, **input) = Work::Fleet::AddRecord.call(table, input, by: @tobias, now: began)

    def driver((name, terminal, cents, owner), i)
      add(
        :drivers,
        name:,
        number: (1001 + i).to_s,
        phone: phone(50 + i),
        terminal_id: @terminals[terminal],
        employment: owner ? "owner_operator" : "company_driver",
        smartphone: i != 13,
        licence_expires_on: Date.new(2028, 3, 1) + (i * 17),
        medical_expires_on: i == 5 ? Date.new(2026, 12, 1) : Date.new(2027, 2, 1) + (i * 11),
        hazmat: (i % 4).zero?,
        dispatcher_id: (terminal == 1 || i > 20 ? @tobias : @maren).id,
        home_by:
          {
            3 => Date.new(2026, 11, 26),
            12 => Date.new(2026, 11, 25),
            # Empty far from home, and promised it by Saturday.
            15 => Date.new(2026, 11, 28),
            17 => Date.new(2026, 11, 26)
          }[
            i
          ],
        forbidden_states: i == 8 ? ["CA"] : [],
        languages: i == 5 ? %w[es en] : %w[en],
        preferences: D::PREFERENCES.fetch(i, ""),
        loaded_mile_rate: format("%.2f", cents / 100r),
        empty_mile_rate: "0.50",
        extra_stop: "25.00",
        stops_included: 2,
        detention_hourly: "20.00",
        tarp: "50.00"
      )
    end

    def unit(number, kind, i, **more) =
      add(
        :units,
        number:,
        kind:,
        terminal_id: @terminals[i % 3],
        vin: vin(number),
        plate: "JF#{1000 + @serial = (@serial || 0) + 1}",
        plate_state: %w[ID WA UT][i % 3],
        **more
      )

    # Invented, with the check digit that 49 CFR 565 asks for.
    def vin(number)
      %w[0 1 2 3 4 5 6 7 8 9 X]
        .map { |digit| "1YYD#{number[0].tr("FDSLR", "AAAAA")}9CX#{digit}KA#{number[-3..].rjust(6, "0")}" }
        .find { |text| Core::Fit.vin_trouble(text).nil? }
    end

    def old_debts =
      TURNED_AWAY.each_with_index do |(days, not_used), i|
        errand(
          lane: 4 + (i * 3),
          crew: [0],
          pickup_at: EPOCH - (days * DAY),
          stage: "not_used",
          papers: false,
          not_used:
        )
      end

    # Three weeks that are paid and closed; the last leaves one trip behind that still lacks its bill of
    # lading.
    def past_weeks
      first = EPOCH - (8 * HOUR) - (22 * DAY)
      @pay =
        Demo::Pay.new(
          @inez,
          @drivers,
          owners: DB[:drivers].where(employment: "owner_operator").order(:id).select_map(:id)
        )
      @pay.before(first.to_date, first)
      (1..3).to_a.reverse_each do |weeks_ago|
        sunday = EPOCH - (8 * HOUR) - (weeks_ago * 7 * DAY) - DAY
        crews = (0..23).map { |i| [i] }
        18.times do |i|
          pickup_at = sunday + ((1 + (i % 3)) * DAY) + (i * 1800)
          errand(
            lane: i + weeks_ago,
            crew: nearest(crews, i + weeks_ago, pickup_at),
            pickup_at:,
            stage: past_stage(weeks_ago, i),
            papers: !(weeks_ago == 1 && i == 8)
          )
        end
        pay(sunday.to_date, sunday + (7 * DAY) + (12 * HOUR))
      end
    end

    # Money runs behind the wheels: the oldest loads are paid, the latest not all invoiced yet.
    def past_stage(weeks_ago, i)
      return "closed" if weeks_ago == 3

      weeks_ago == 2 || i < 6 ? "billed" : "papers_in"
    end

    def pay(from, at)
      run_id =
        Work::Pay::OpenPayRun.call({ key: "demo-run-#{from}", from:, to: from + 6 }, by: @inez, now: at)
      withhold(run_id, at)
      net = Web::Pay::RunJson.of(run_id, at)[:net]
      Work::Pay::ApprovePayRun.call(
        run_id,
        { key: "demo-approve-#{from}", total_net: net },
        by: @inez,
        now: at + HOUR
      )
      Work::Pay::ApprovePayRun.pay(run_id, { key: "demo-pay-#{from}" }, by: @greta, now: at + (2 * HOUR))
    end

    # What payroll withholds of company drivers; an owner-operator pays his own taxes.
    def withhold(run_id, at)
      rows =
        Web::Pay::RunJson.of(run_id, at)[:rows].map do |row|
          owner = DB[:drivers].where(id: row[:driver][:id]).get(:employment) == "owner_operator"
          share = owner ? 0 : BigDecimal("0.118")
          taxes = [BigDecimal(row[:gross]) * share, 0].max.round(2)
          { driver_id: row[:driver][:id], amount: format("%.2f", taxes) }
        end
      Work::Pay::GiveTaxes.call(run_id, { key: "demo-taxes-#{run_id}", rows: }, by: @inez, now: at)
    end

    # The week in hand: its run is open and follows what comes in.
    def open_period
      sunday = (EPOCH - (8 * HOUR)).to_date - 1
      Work::Pay::OpenPayRun.call(
        { key: "demo-run-open", from: sunday, to: sunday + 6 },
        by: @inez,
        now: EPOCH - HOUR
      )
      @pay.now(sunday, EPOCH - HOUR)
    end

    def this_week
      crews = [*(0..23).map { |i| [i] }, *D::TEAMS]
      idle = crews.dup
      WEEK.each_with_index do |(stage, (count, first_hours, step_hours)), turn|
        idle = crews.dup if idle.length < count
        count.times do |i|
          lane = (turn * 4) + (i * 2) + 1
          pickup_at = EPOCH + ((first_hours + (i * step_hours)) * HOUR).round
          crew = %w[open cancelled].include?(stage) ? crews.first : nearest(idle, lane, pickup_at)
          errand(lane:, crew:, pickup_at:, stage:, papers: stage == "papers_in")
        end
      end
    end

    # Takes from the list the crew that is free there soonest with the fewest empty miles, as a dispatcher
    # would.
    def nearest(crews, lane, pickup_at)
      pickup = point(DB[:places].where(id: @places[D::LANES[lane % D::LANES.length].first]).first)
      busy =
        Store::Freight.holding(:trip_drivers, pickup_at - (12 * HOUR), pickup_at + (48 * HOUR)).select_map(
          Sequel[:trip_drivers][:driver_id]
        )
      free = crews.reject { |crew| crew.any? { |i| busy.include?(@drivers[i]) } }
      crews.delete(
        free.min_by do |crew|
          Core::Roads.great_circle_miles(
            point(Store::Freight::Whereabouts.driver_empty(@drivers[crew.first], pickup_at).place),
            pickup
          )
        end
      )
    end

    # Two that go together: one has a crew, the other could ride along.
    def partials
      doors = { what: "Door sets", pieces: 9, unit: "pallets", weight_lb: 14_200, **size(96, 48, 60) }
      cabinets = {
        what: "Inverter cabinets",
        pieces: 8,
        unit: "crates",
        weight_lb: 11_800,
        **size(48, 40, 44)
      }
      first = partial(1, doors, "83705", "99202", [3, 12, 30], @customers[9])
      partial(2, cabinets.merge(stackable: true), "83605", "97801", [5, 8, 24], @customers[4])
      switches = { what: "Switchgear", pieces: 4, unit: "crates", weight_lb: 9_600, **size(60, 48, 72) }
      partial(3, switches, "83661", "97801", [6, 9, 26], @customers[5])
      Work::Freight::CrewLoad.call(
        first,
        {
          key: "demo-partial-crew",
          driver_ids: [@drivers[20]],
          tractor_id: @tractors[20],
          trailer_id: @trailers["dry_van"].last
        },
        by: @maren,
        now: EPOCH - (3 * HOUR)
      )
    end

    def oversize
      crews = (0..23).map { |i| [@drivers[i], @tractors[i]] }.reverse
      Demo::Oversize.new(@maren, @tobias, crews:, lowboys: @trailers["lowboy"]).load(
        pump_house: [@customers[6], @places[6], @places[21]],
        generator: [@customers[7], "84119", "83702"],
        conveyor: [@customers[6], "83702", "89801"]
      )
    end

    # hours - from the pickup's opening to its close, to the delivery's opening, to its close
    def size(length_in, width_in, height_in) = { length_in:, width_in:, height_in: }
    def partial(number, line, from, to, hours, customer_id)
      at = EPOCH + (75 * HOUR)
      close, opens, closes = hours.map { |later| at + (later * HOUR) }
      Work::Freight::BookLoad.call(
        {
          key: "demo-partial-#{number}",
          customer_id:,
          size: "partial",
          trailer_kind: "dry_van",
          price: {
            kind: "flat",
            rate: "640",
            fuel_kind: "percent",
            fuel_rate: "18"
          },
          freight: [line],
          stops: [
            { kind: "pickup", where: from, from: at, to: close },
            { kind: "delivery", where: to, from: opens, to: closes }
          ]
        },
        by: @maren,
        now: EPOCH - (5 * HOUR)
      )
    end

    # Registrations and inspections of all units; one inspection runs out this week, one has.
    def fleet_papers
      days = { 3 => 5, 37 => -2 }
      [*@tractors, *@trailers.values.flatten].each_with_index do |unit_id, i|
        [
          ["registration", Date.new(2027, 1, 31) + ((i % 11) * 30)],
          ["annual_inspection", EPOCH.to_date + (days[i] || (60 + ((i * 13) % 280)))]
        ].each do |kind, expires_on|
          id =
            Work::Fleet::KeepCredential.call(
              :units,
              unit_id,
              {
                key: "demo-paper-#{unit_id}-#{kind}",
                kind:,
                number: "#{kind[0].upcase}#{7000 + (i * 7)}",
                expires_on:
              },
              by: @tobias,
              now: began
            )
          Work::Fleet::KeepCredential.verify(id, { key: "demo-look-#{id}-#{kind}" }, by: @tobias, now: began)
        end
      end
    end

    # What the devices will say from now on is left to their stand-in.
    def duty
      events = Demo::Duty.new(@drivers, EPOCH).load
      path = File.join(Settings::ROOT, "var/stand_ins/devices.jsonl")
      FileUtils.mkdir_p(File.dirname(path))
      File.write(path, events.map { |event| "#{JSON.generate(event.merge(at: event[:at].iso8601))}\n" }.join)
    end

    def point(row) = Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude])

    def errand(lane:, crew:, pickup_at:, stage:, papers:, **more)
      @errands = (@errands || 0) + 1
      Demo::Haul.new(
        number: @errands,
        lane: D::LANES[lane % D::LANES.length],
        crew: crew.map { |i| @drivers[i] },
        tractor_id: @tractors[crew.first],
        trailers: @trailers,
        places: @places,
        customers: @customers,
        pickup_at:,
        stage:,
        papers:,
        dispatcher: @errands.even? ? @maren : @tobias,
        clerk: @inez,
        **more
      ).run
    end
  end
end
