# frozen_string_literal: true

# The JSON of the driver's phone.
module Web::Tracking::PhoneJson
  def self.cab(by, now)
    phone = Reads::Tracking::Phone.of(by.id, now)
    {
      driver: by.name,
      company: phone.company,
      now: now.iso8601,
      zone: phone.zone,
      trips: phone.trips.map { |trip| Web::Tracking::CabJson.new(trip, by.id).to_h },
      done: phone.done.map { |done| done(done, phone.zone) },
      duty: phone.duty.map { |row| duty(row, phone.zone) },
      messages: thread(phone.thread),
      hours: hours(by.id, now),
      pay: phone.statements.map { |row| statement(row) },
      pay_waits: phone.pay_waits,
      partner: phone.partner,
      earned: phone.earned.map { |row| earned(row) },
      receipts: phone.receipts.map { |row| receipt(row) },
      trailers: phone.trailers,
      settings: settings(phone)
    }
  end

  def self.settings(phone) =
    {
      language: Work::Tracking::WriteText.language(phone.driver),
      consent: !phone.driver[:position_consent_at].nil?,
      pin: !phone.driver[:pin_digest].nil?,
      step_minutes: phone.step_minutes
    }

  # What is earned and on no statement yet, and what it waits for, as payroll last worked it out.
  def self.earned(row) =
    {
      trip: row[:trip],
      day: row[:completed_on].iso8601,
      amount: Web::Figures.money(row[:pay]),
      reason: row[:waits_for]
    }

  # A receipt that was handed in, and what became of it.
  def self.receipt(row) =
    {
      **row.slice(:id, :kind, :status, :why),
      amount: Web::Figures.money(row[:amount]),
      spent_on: row[:spent_on].iso8601
    }

  # What a check-in says of the driver's duty, to be answered; times in the home terminal's zone.
  def self.duty(row, zone) =
    { **row.slice(:id, :status, :who, :why), from: row[:from_at].iso8601, to: row[:to_at]&.iso8601, zone: }

  # A trip that is over, with its papers.
  def self.done(done, zone)
    {
      **done.trip.slice(:id, :number),
      way: done.load ? "#{done.load[:origin]} → #{done.load[:destination]}" : "empty",
      delivered_at: done.trip[:delivered_at]&.iso8601,
      zone:,
      papers: done.paper_kinds,
      papers_missing: done.papers_wanted
    }
  end

  # thread - Reads::Tracking::Phone::Thread
  def self.thread(thread)
    {
      unread: thread.rows.count { |row| !row[:from_driver] && row[:read_at].nil? },
      messages: thread.rows.map { |row| message(row, thread.texts[row[:id]]) }
    }
  end

  def self.message(row, text) =
    {
      **row.slice(:id, :from_driver, :by, :body, :trip, :not_understood),
      at: row[:at].iso8601,
      heard_at: row[:heard_at].iso8601,
      read_at: row[:read_at]&.iso8601,
      text:
    }

  def self.statement(row) =
    {
      **row.slice(:id, :status),
      from: row[:from_on].iso8601,
      to: row[:to_on].iso8601,
      gross: Web::Figures.money(row[:gross]),
      net: Web::Figures.money(row[:net])
    }

  def self.hours(driver_id, now)
    row = Reads::Hours::Record.row(driver_id)
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

  # ask - row of asks
  def self.ask(ask)
    found = Reads::Tracking::Ask.of(ask)
    stop = found.next_stop
    {
      company: found.company,
      driver: found.driver[:name],
      language: Work::Tracking::WriteText.language(found.driver),
      trip: found.trip[:number],
      way: "#{found.stops.first[:town]} → #{found.stops.last[:town]}",
      next: stop && "#{stop[:name]}, #{stop[:town]}",
      by: Web::Figures.iso(stop[:to_at] || stop[:from_at]),
      zone: stop[:zone],
      answered: !ask[:answered_at].nil?,
      answer: ask[:answer]
    }
  end
  private_class_method :settings, :earned, :receipt, :duty, :done, :message, :hours, :statement
end
