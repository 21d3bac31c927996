# frozen_string_literal: true

# The JSON of the driver's phone.
module Web::Tracking::Present
  DONE_DAYS = 14
  MESSAGES = 60
  STATEMENTS = 8

  def self.cab(by, now)
    driver = DB[:drivers].first(id: by.id)
    zone = Store::Hours.drivers(by.id).get(:zone)
    {
      driver: by.name,
      company: Store::Company.row[:name],
      now: now.iso8601,
      zone:,
      trips:
        Reads::Tracking::CabTrips
          .of(Store::Tracking::Cab.trips(by.id, now), by.id)
          .map { |trip| Web::Tracking::CabJson.new(trip, by.id).to_h },
      done: done(by.id, now, zone),
      duty: duty(by, now, zone),
      messages: thread(by.id),
      hours: hours(by.id, now),
      pay: statements(by.id),
      earned: earned(by.id),
      receipts: receipts(by.id),
      trailers: DB[:units].where(kind: "trailer", retired: false).order(:number).select_map(:number),
      settings: {
        language: Work::Tracking::WriteText.language(driver),
        consent: !driver[:position_consent_at].nil?,
        pin: !driver[:pin_digest].nil?,
        step_minutes: Store::Tracking.settings[:activity_step_minutes]
      }
    }
  end

  # What is earned and on no statement yet, and what it waits for, as payroll last worked it out.
  def self.earned(driver_id) =
    Store::Pay
      .earned(driver_id)
      .map do |row|
        {
          trip: row[:trip],
          day: row[:completed_on].iso8601,
          amount: Money.text(Money.cents(row[:pay])),
          reason: row[:waits_for]
        }
      end

  # The latest receipts that were handed in, and what became of them.
  def self.receipts(driver_id)
    DB[:receipts]
      .where(driver_id:)
      .reverse(:id)
      .limit(10)
      .map do |row|
        {
          **row.slice(:id, :kind, :state, :why),
          amount: Money.text(Money.cents(row[:amount])),
          spent_on: row[:spent_on].iso8601
        }
      end
  end

  # What the check-ins of the last days say of the driver's duty, to be answered; times in the home terminal's
  # zone.
  def self.duty(by, now, zone)
    Store::Hours
      .proposals(by.id, now - (3 * 86_400))
      .map { |row| { id: row[:id], from: row[:from_at].iso8601, status: row[:status], zone: } }
  end

  # Trips that are over, with their papers.
  def self.done(driver_id, now, zone)
    rows =
      DB[:trips]
        .join(:trip_drivers, trip_id: :id)
        .where(driver_id:, live: true, state: "delivered")
        .where { delivered_at > now - (DONE_DAYS * 86_400) }
        .reverse(:delivered_at)
        .select_all(:trips)
        .all
    papers =
      DB[:papers].where(trip_id: rows.map { |row| row[:id] }).order(:id).select_hash_groups(:trip_id, :kind)
    kinds = Store::Tracking::Papers.kinds(rows.map { |row| row[:id] })
    loads =
      DB[:trip_loads]
        .join(:loads, id: :load_id)
        .where(trip_id: rows.map { |row| row[:id] })
        .select(:trip_id, :origin, :destination)
        .to_hash(:trip_id)
    rows.map do |row|
      load = loads[row[:id]]
      {
        id: row[:id],
        number: row[:number],
        way: load ? "#{load[:origin]} → #{load[:destination]}" : "empty",
        delivered_at: row[:delivered_at]&.iso8601,
        zone:,
        papers: papers[row[:id]] || [],
        papers_missing: Core::Freight.papers_wanted(kinds.fetch(row[:id], {})).any?
      }
    end
  end

  def self.thread(driver_id)
    rows =
      DB[:messages]
        .left_join(:trips, id: :trip_id)
        .where(driver_id:)
        .reverse(Sequel[:messages][:id])
        .limit(MESSAGES)
        .select_all(:messages)
        .select_append(Sequel[:trips][:number].as(:trip))
        .all
        .reverse
    texts = DB[:texts].where(message_id: rows.map { |row| row[:id] }).select_hash(:message_id, :state)
    {
      unread: rows.count { |row| !row[:from_driver] && row[:read_at].nil? },
      messages:
        rows.map do |row|
          {
            **row.slice(:id, :from_driver, :by, :body, :trip, :not_understood),
            at: row[:at].iso8601,
            heard_at: row[:heard_at].iso8601,
            read_at: row[:read_at]&.iso8601,
            text: texts[row[:id]]
          }
        end
    }
  end

  def self.hours(driver_id, now)
    row = Store::Hours.drivers(driver_id).first
    question, known_since = Work::Hours::Question.of([row], now)[driver_id]
    clocks = Core::Hours.clocks(question, rules: HoursRules.named(question.rules))
    {
      status: question.status,
      since: question.stretches.last && question.days.iso(question.stretches.last.from),
      heard_at: row[:duty_heard_at]&.iso8601,
      known: !known_since.nil?,
      can_drive_minutes: clocks.can_drive_minutes,
      **%i[drive window break cycle].to_h { |name| [name, clocks.remaining[name]] },
      available_at: clocks.available_at && question.days.iso(clocks.available_at)
    }
  end

  def self.statements(driver_id)
    DB[:statements]
      .join(:pay_runs, id: :pay_run_id)
      .where(driver_id:)
      .reverse(:to_on)
      .limit(STATEMENTS)
      .select(Sequel[:statements][:id], :from_on, :to_on, :state, :gross, :net)
      .map do |row|
        {
          id: row[:id],
          state: row[:state],
          from: row[:from_on].iso8601,
          to: row[:to_on].iso8601,
          **row.slice(:gross, :net).transform_values { |amount| Money.text(Money.cents(amount)) }
        }
      end
  end

  # What a phone shows from now on. Raises Refused `wrong_pin`.
  def self.unlock(driver_id, pin, now)
    driver = DB[:drivers].first(id: driver_id)
    unless Work::Tracking::CabSettings.pin?(driver, pin, now:)
      raise Refused.new(
              "wrong_pin",
              "That is not the PIN. After #{Work::Tracking::CabSettings::PIN_FAILURES} wrong ones the " \
                "link is over.",
              path: "/pin"
            )
    end

    Store::Tracking.unlock_token(driver)
  end

  def self.ask(ask)
    trip = DB[:trips].first(id: ask[:trip_id])
    stops = Store::Freight.trip_stops(trip[:id]).all
    stop = stops.find { |row| row[:worked_at].nil? && row[:left_at].nil? } || stops.last
    driver = DB[:drivers].first(id: ask[:driver_id])
    {
      company: Store::Company.row[:name],
      driver: driver[:name],
      language: Work::Tracking::WriteText.language(driver),
      trip: trip[:number],
      way: "#{stops.first[:town]} → #{stops.last[:town]}",
      next: stop && "#{stop[:name]}, #{stop[:town]}",
      by: (stop[:to_at] || stop[:from_at])&.iso8601,
      zone: stop[:zone],
      answered: !ask[:answered_at].nil?,
      answer: ask[:answer]
    }
  end
  private_class_method :done, :hours, :statements
end
