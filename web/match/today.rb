# frozen_string_literal: true

# What needs a decision, most at stake first: each with its reason, where to go, and the act that answers it.
class Web::Match::Today
  # Dollars an hour of a truck that stands or comes late, for the order only: common practice.
  HOURLY = 75
  COVER_WITHIN_HOURS = 72
  # Kinds of paper for which the company sets how early it is pointed out.
  WARNED_OF = ["licence", "medical card", "registration", "annual inspection"].freeze
  PAPERS_MISSING_HOURS = 24
  # Offices want a few days for what they look at: common practice.
  PERMITS_WITHIN_HOURS = 96
  DETENTION_MINUTES = 120
  UNREAD_MINUTES = 10

  Row = Value.of(:what, :kind, :title, :reason, :stake, :at, :zone, :address, :act)

  def initialize(now)
    @now = now
  end

  def to_h
    put_off = DB[:snoozes].where(Sequel[:until] > @now).all
    away = put_off.to_h { |row| [row[:what], true] }
    rows =
      [
        *uncovered,
        *handed_to_nobody,
        *without_permits,
        *trips,
        *answers,
        *messages,
        *papers,
        *missing_papers
      ].reject { |row| away[row.what] }.sort_by { |row| [-row.stake, row.what] }
    {
      as_of: @now.iso8601,
      counts: rows.map(&:kind).tally,
      snoozed:
        put_off.map { |row| { what: row[:what], until: row[:until].iso8601, why: row[:why], by: row[:by] } },
      rows: rows.map { |row| row.to_h.merge(at: row.at&.iso8601) }
    }
  end

  private

  # Nobody has it yet, and the pickup comes near.
  def uncovered
    Store::Match.open_loads.filter_map do |load|
      hours = load[:pickup_at] && ((load[:pickup_at] - @now) / 3600)
      next if hours && hours > COVER_WITHIN_HOURS

      when_said =
        if hours.nil?
          "no pickup time yet"
        elsif hours.negative?
          "pickup was #{length((-hours * 60).to_i)} ago"
        else
          "pickup in #{length((hours * 60).to_i)}"
        end
      Row.new(
        what: "uncovered load #{load[:id]}",
        kind: "uncovered",
        title: way(load),
        reason: "Nobody has it: #{when_said}, #{dollars(load[:total])}.",
        stake: (load[:total].to_f * 24 / [hours || 24, 1].max).round,
        at: load[:pickup_at],
        zone: load[:pickup_zone],
        address: "/match?load=#{load[:id]}",
        act: "Cover it"
      )
    end
  end

  # A relayed load whose second crew declined: it is driven to the swap, and nobody goes on.
  def handed_to_nobody
    Store::Freight.handed_to_nobody.map do |row|
      Row.new(
        what: "nobody takes over #{row[:id]}",
        kind: "uncovered",
        title: way(row),
        reason: "Nobody takes it over at #{row[:town]}, #{row[:swap_state]}: the crew that was to declined.",
        stake: (row[:total].to_f * 24 / [(row[:from_at] - @now) / 3600, 1].max).round,
        at: row[:from_at],
        zone: row[:zone],
        address: "/freight/#{row[:id]}",
        act: "Choose who takes over"
      )
    end
  end

  # A load that is to move soon, or moves, and its permits are not in hand or no longer good.
  def without_permits
    open =
      DB[:permit_files]
        .join(:loads, id: :load_id)
        .where(Sequel[:loads][:state] => %w[open planned sent accepted rolling])
        .where(Sequel[:loads][:pickup_at] < @now + (PERMITS_WITHIN_HOURS * 3600))
    open
      .select(:load_id, :number, :origin, :destination, :pickup_at, :pickup_zone, :total)
      .filter_map do |load|
        trip = Store::Freight.live_trip(load[:load_id])
        missing =
          Work::Permits::Missing.of(
            load[:load_id],
            starts_at: load[:pickup_at],
            tractor_id: trip && Store::Freight.trip_units([trip[:id]]).where(role: "tractor").get(:unit_id)
          )
        next if missing.empty?

        hours = [(load[:pickup_at] - @now) / 3600, 1].max
        Row.new(
          what: "permits load #{load[:load_id]}",
          kind: "permits",
          title: way(load),
          reason: missing.join(" "),
          stake: (load[:total].to_f * 12 / hours).round + 100,
          at: load[:pickup_at],
          zone: load[:pickup_zone],
          address: "/permits/#{load[:load_id]}",
          act: "See the permit file"
        )
      end
  end

  # Forecast late, without legal hours, or a clock of detention that runs.
  def trips
    Work::Match::Crews
      .at(@now)
      .all
      .flat_map do |crew|
        crew
          .trips
          .reject { |row| row[:load].nil? || %w[delivered].include?(row[:trip][:state]) }
          .filter_map { |row| late(crew, row) }
      end + detention
  end

  def late(crew, row)
    return if crew.known.any?(&:nil?)

    at = crew.slots.index { |slot| slot.after&.fetch(:trip_id) == row[:trip_id] } or return
    question, partner = crew.slots[at - 1].questions
    plan =
      Work::Hours::PlanLoad.plan(
        row[:load][:load_id],
        question,
        Time.at(question.as_of * 60).utc,
        partner:,
        trip_id: row[:trip_id],
        advice: false
      ) or return
    return if plan.verdict == "fits"

    minutes = plan.late_minutes || 1440
    stop = plan.verdict == "late" ? plan.trip.stops.each_index.find { |i| plan.late(i).positive? } : nil
    reason =
      (
        if stop
          "Forecast #{length(plan.late(stop))} late at #{plan.trip.stops[stop].name}, by the legal hours " \
            "of #{crew.name}."
        else
          "There is no legal way for #{crew.name} to do this."
        end
      )
    Row.new(
      what: "late trip #{row[:trip_id]}",
      kind: "late",
      title: way(row[:load]),
      reason:,
      stake: ((minutes / 60.0 * HOURLY) + 200).round,
      at: stop && Time.at(plan.trip.stops[stop].closes * 60).utc,
      zone: crew.drivers.first[:zone],
      address: "/freight/#{row[:load][:load_id]}",
      act: "See what would make it fit"
    )
  end

  def detention
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .join(:trips, id: Sequel[:trip_stops][:trip_id])
      .join(:loads, id: Sequel[:stops][:load_id])
      .where(Sequel[:trips][:state] => "rolling", :left_at => nil, :worked_at => nil)
      .exclude(arrived_at: nil)
      .select(
        Sequel[:trip_stops][:id],
        :arrived_at,
        :name,
        :load_id,
        Sequel[:loads][:number],
        Sequel[:stops][:zone]
      )
      .filter_map do |stop|
        minutes = ((@now - stop[:arrived_at]) / 60).to_i
        next if minutes < DETENTION_MINUTES

        Row.new(
          what: "detention stop #{stop[:id]}",
          kind: "detention",
          title: "#{stop[:number]} at #{stop[:name]}",
          reason:
            "#{length(minutes)} at the dock: detention has been running for " \
              "#{length(minutes - DETENTION_MINUTES)}.",
          stake: (minutes / 60.0 * HOURLY).round,
          at: stop[:arrived_at],
          zone: stop[:zone],
          address: "/freight/#{stop[:load_id]}",
          act: "Call the dock"
        )
      end
  end

  # Sent, and not answered.
  def answers
    DB[:loads]
      .where(state: "sent")
      .select(:id, :number, :origin, :destination, :crew, :pickup_at, :pickup_zone)
      .map do |load|
        hours = load[:pickup_at] ? [(load[:pickup_at] - @now) / 3600, 0.5].max : 12
        Row.new(
          what: "unanswered load #{load[:id]}",
          kind: "unanswered",
          title: way(load),
          reason:
            "#{load[:crew]} has not " \
              "answered#{load[:pickup_at] && ", #{length((hours * 60).to_i)} before the pickup"}.",
          stake: (900 / hours).round,
          at: load[:pickup_at],
          zone: load[:pickup_zone],
          address: "/freight/#{load[:id]}",
          act: "Ring the driver"
        )
      end
  end

  # Drivers who wait for an answer, and texts that never arrived.
  def messages
    unread =
      DB[:messages]
        .where(from_driver: true, read_at: nil)
        .where(Sequel[:at] < @now - (UNREAD_MINUTES * 60))
        .join(:drivers, id: :driver_id)
        .order(Sequel[:messages][:id])
        .select(:driver_id, :name, :body, :at, :not_understood)
        .all
        .group_by { |row| row[:driver_id] }
    failed =
      DB[:texts]
        .where(state: "failed")
        .where(Sequel[:state_at] > @now - 86_400)
        .join(:drivers, id: :driver_id)
        .select(Sequel[:texts][:id], :name, :to, :failure, :state_at)
        .all
    unread.map { |driver_id, rows| unread(driver_id, rows) } +
      failed.map do |row|
        Row.new(
          what: "failed text #{row[:id]}",
          kind: "messages",
          title: "#{row[:name]}, #{row[:to]}",
          reason: "A text did not arrive: #{row[:failure]}.",
          stake: 150,
          at: row[:state_at],
          zone: nil,
          address: "/road?view=messages",
          act: "Ring the driver"
        )
      end
  end

  def unread(driver_id, rows)
    minutes = ((@now - rows.first[:at]) / 60).to_i
    Row.new(
      what: "messages driver #{driver_id}",
      kind: "messages",
      title: rows.first[:name],
      reason:
        "Waits for an answer since #{length(minutes)}: “#{rows.last[:body][0, 80]}”#{
          " (not understood as a check-in)" if rows.any? { |row| row[:not_understood] }
        }",
      stake: 40 + minutes,
      at: rows.first[:at],
      zone: nil,
      address: "/road?view=messages",
      act: "Answer"
    )
  end

  # Expired, or about to.
  def papers
    drivers =
      DB[:drivers]
        .where(retired: false)
        .select(:id, :name, :licence_expires_on, :medical_expires_on)
        .flat_map do |row|
          [
            ["driver", row[:id], row[:name], "licence", row[:licence_expires_on]],
            ["driver", row[:id], row[:name], "medical card", row[:medical_expires_on]]
          ]
        end
    of_drivers, of_units = Store::Match.papers
    names = DB[:drivers].where(retired: false).select_hash(:id, :name)
    numbers = DB[:units].where(retired: false).select_hash(:id, :number)
    others =
      of_drivers
        .except(nil)
        .flat_map do |id, rows|
          rows.map { |row| ["driver", id, names[id], row[:kind].tr("_", " "), row[:expires_on]] }
        end +
        of_units
          .except(nil)
          .flat_map do |id, rows|
            rows.map { |row| ["unit", id, numbers[id], row[:kind].tr("_", " "), row[:expires_on]] }
          end
    (drivers + others).filter_map { |of, id, name, kind, expires_on| paper(of, id, name, kind, expires_on) }
  end

  def paper(of, id, name, kind, expires_on)
    days = expires_on && name && (expires_on - @now.to_date).to_i
    return if days.nil? || days > warning_days(kind)

    Row.new(
      what: "paper #{of} #{id} #{kind}",
      kind: "papers",
      title: "#{name}: #{kind}",
      reason:
        (
          if days.negative?
            "Expired #{-days} days ago."
          else
            "Expires #{expires_on.strftime("%a %-d %b")}, in #{days} days."
          end
        ),
      stake: days.negative? ? 2000 : 600 / (days + 1),
      at: nil,
      zone: nil,
      address: "/fleet/#{of}s/#{id}",
      act: "Renew it"
    )
  end

  def warning_days(kind)
    @settings ||= Store::Match.settings
    @settings.fetch(WARNED_OF.include?(kind) ? :"#{kind.tr(" ", "_")}_days" : :other_paper_days)
  end

  # Delivered, and the papers are not in: neither the invoice nor the pay can go out.
  def missing_papers
    DB[:loads]
      .where(state: "delivered")
      .select(:id, :number, :crew, :total, :delivery_at, :delivery_zone)
      .filter_map do |load|
        hours = load[:delivery_at] ? (@now - load[:delivery_at]) / 3600 : 0
        next if hours < PAPERS_MISSING_HOURS

        Row.new(
          what: "papers load #{load[:id]}",
          kind: "papers missing",
          title: "#{load[:number]}, #{load[:crew]}",
          reason:
            "Delivered #{length((hours * 60).to_i)} ago without papers: #{dollars(load[:total])} cannot " \
              "be invoiced.",
          stake: (load[:total].to_f * hours / 1000).round,
          at: load[:delivery_at],
          zone: load[:delivery_zone],
          address: "/freight/#{load[:id]}",
          act: "Ask the driver"
        )
      end
  end

  # $1,816.90
  def dollars(amount) =
    "$#{Money.text(Money.cents(amount)).reverse.sub(/\d+\z/) { |digits| digits.scan(/\d{1,3}/).join(",") }.reverse}"
  def way(load) = "#{load[:number]} #{load[:origin]} → #{load[:destination]}"

  def length(minutes)
    return "#{minutes / 1440} d #{(minutes % 1440) / 60} h" if minutes >= 2880

    minutes < 60 ? "#{minutes} min" : "#{minutes / 60} h #{format("%02d", minutes % 60)} min"
  end
end
