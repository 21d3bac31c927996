# frozen_string_literal: true

# All that was said and done on a trip, in order, each with where it came from.
class Web::Road::Diary
  WORDS = {
    "accepted" => "Accepted the trip",
    "declined" => "Declined the trip",
    "pre_trip" => "Pre-trip inspection done",
    "on_my_way" => "On the way",
    "arrived" => "Arrived at %s",
    "begun" => "Began at %s",
    "loaded" => "Loaded at %s",
    "delivered" => "Delivered at %s",
    "swapped" => "Handed the load over at %s",
    "dropped" => "Dropped the trailer at %s",
    "hooked" => "Hooked the trailer at %s",
    "parked" => "Parked at %s",
    "left" => "Left %s",
    "post_trip" => "Post-trip inspection done",
    "note" => "Note for dispatch",
    "customer_note" => "Note for the customer",
    "paper" => "Paper at %s",
    "seen" => "Has seen the change",
    "confirmed" => "Says that the report is right",
    "corrected" => "Put a time right",
    "withdrawn" => "Took a step back"
  }.freeze
  # Acts that the check-ins, messages and texts of the diary tell already.
  TOLD = %w[
    check_in_
    keep_paper
    keep_activity
    send_text
    text_
    ask_check_in
    answer_ask
    send_message
    late_alert
    take_text
    write_message
  ].freeze

  # diary - Reads::Road::Diary::Value
  def initialize(diary)
    @diary = diary
    @stops = diary.stops
  end

  def to_h
    {
      trip:,
      stops: @stops.map { |stop| Web::Road::Stops.present(stop, @diary.forecasts[stop[:stop_id]]) },
      steps:
        Core::Tracking.steps(@diary.outcome).map { |step| { **step.to_h, done_at: step.done_at&.iso8601 } },
      entries: entries.sort_by { |entry| [entry[:at], entry[:heard_at].to_s] },
      findings: @diary.trip[:findings].to_a,
      activities:,
      detention: @diary.detention.map { |claim| detention(claim) }
    }
  end

  private

  def trip
    {
      **@diary.trip.slice(:id, :number, :status),
      way: "#{@stops.first[:town]} → #{@stops.last[:town]}",
      drivers: @diary.drivers.map { |row| row[:name] }.join(" and "),
      driver_id: @diary.drivers.first[:driver_id],
      load_id: @diary.loads.first&.fetch(:id),
      load: @diary.loads.first&.fetch(:number),
      zone: @stops.first[:zone]
    }
  end

  def entries = [*check_ins, *messages, *texts, *asks, *alerts, *changes]
  def place(stop_id) = @stops.find { |stop| stop[:stop_id] == stop_id }&.fetch(:name) || "a stop"

  # What stands of several tellings is what the story's times say.
  def standing?(row)
    stop = @diary.outcome.progress.find { |one| one.stop_id == row[:stop_id] } or return true
    column =
      { "arrived" => :arrived_at, "begun" => :begun_at, "left" => :left_at }[row[:kind]] ||
        (row[:kind] == stop.work_kind ? :worked_at : nil)
    column.nil? || corrected.key?(row[:key]) || stop.public_send(column) == row[:done_at]
  end

  def corrected =
    @corrected ||= check_in_rows.select { |row| row[:corrects] }.to_h { |row| [row[:corrects], row] }
  def check_in_rows = @diary.check_ins

  def check_ins
    check_in_rows.map do |row|
      paper = paper_of(row)
      {
        kind: row[:kind],
        at: row[:done_at].iso8601,
        heard_at: row[:arrived_at].iso8601,
        source: row[:source],
        who: row[:by] || row[:driver],
        text: said(row, paper),
        why: row[:corrects] ? row[:note] : nil,
        key: correctable(row),
        stop_id: row[:stop_id],
        paper_id: paper&.fetch(:id),
        standing: standing?(row)
      }
    end
  end

  # The paper that a check-in tells of.
  def paper_of(row)
    return unless row[:kind] == "paper"

    @diary.papers.find { |one| one[:at] == row[:done_at] && one[:kind] == row[:note] }
  end

  # By which key a step is put right; nil for what is none.
  def correctable(row)
    return if row[:corrects] || !Reads::Road::Diary::TELLING.include?(row[:kind])

    row[:key] || "check-in #{row[:id]}"
  end

  def said(row, paper)
    text = format(WORDS.fetch(row[:kind], row[:kind]), place(row[:stop_id]))
    if row[:kind] == "paper"
      return(
        "#{
          paper ? paper[:kind].tr("_", " ").capitalize : "Paper"
        } at #{place(row[:stop_id])}#{", signed by #{paper[:signer]}" if paper && paper[:signer]}"
      )
    end
    return "#{text}: #{corrected_words(row)}" if row[:corrects]

    [
      text,
      row[:signer] && "signed by #{row[:signer]}",
      *details(row[:details].to_h),
      %w[note customer_note declined].include?(row[:kind]) ? "“#{row[:note]}”" : nil,
      row[:phone_at] && off(row)
    ].compact.join(", ")
  end

  def corrected_words(row)
    wrong = check_in_rows.find { |one| (one[:key] || "check-in #{one[:id]}") == row[:corrects] } or
      return "of a step that has not come in yet"
    stop = @stops.find { |one| one[:stop_id] == wrong[:stop_id] } || @stops.first
    was, now =
      [wrong, row].map do |one|
        TZInfo::Timezone.get(stop[:zone]).to_local(one[:done_at]).then { |at| Core::Spoken.time(at) }
      end
    words = format(WORDS.fetch(wrong[:kind], wrong[:kind]), place(wrong[:stop_id]))
    row[:kind] == "corrected" ? "#{words}, #{was} is now #{now}" : "#{words}, #{was}"
  end

  # The phone's clock is said where it was off.
  def off(row)
    minutes = ((row[:arrived_at] - row[:phone_at]) / 60).round
    if minutes.abs > 2 && @diary.clocks_told
      "the phone’s clock was #{minutes.abs} min #{minutes.positive? ? "behind" : "ahead"}"
    end
  end

  def details(told) =
    told
      .except("odometer_confirmed")
      .map do |name, value|
        "#{name.tr("_", " ").delete_suffix(" f")} " \
          "#{value.is_a?(Hash) ? "#{value["amount"]} #{value["unit"].tr("_", " ")}" : value}"
      end

  def messages
    @diary.messages.map do |row|
      {
        kind: "message",
        at: row[:at].iso8601,
        heard_at: row[:heard_at].iso8601,
        source: row[:from_driver] ? "message" : "dispatcher",
        who: row[:by],
        text: "“#{row[:body]}”"
      }
    end
  end

  def texts
    @diary.texts.map do |row|
      {
        kind: "text",
        at: row[:written_at].iso8601,
        heard_at: row[:status_at]&.iso8601,
        source: "text",
        who: "Crew Ledger",
        text: text_words(row)
      }
    end
  end

  def text_words(row)
    cost = ", $#{row[:cost].to_s("F")}" if row[:cost]
    failure = ": #{row[:failure]}" if row[:failure]
    "Text to #{row[:to]}, #{row[:status]}#{cost}#{failure}. #{row[:body].sub(": {link}", "")}"
  end

  def asks
    @diary.asks.map do |row|
      {
        kind: "ask",
        at: row[:asked_at].iso8601,
        heard_at: row[:answered_at]&.iso8601,
        source: "link",
        who: row[:by],
        text: "Asked for a check-in: #{answer(row)}"
      }
    end
  end

  def answer(ask)
    return ask[:opened_at] ? "opened, not answered" : "not opened yet" if ask[:answer].nil?

    said = Work::Tracking::AnswerAsk::ANSWERS[ask[:answer]].downcase
    ask[:late_minutes] ? "#{said} by #{Core::Spoken.minutes(ask[:late_minutes])}" : said
  end

  def alerts
    @diary.alerts.map do |row|
      {
        kind: "alert",
        at: row[:at].iso8601,
        source: "forecast",
        who: "Crew Ledger",
        text:
          "Foreseen #{Core::Spoken.minutes(row[:late_minutes])} late at #{place(row[:stop_id])}. Told: " \
            "#{row[:told].to_a.empty? ? "nobody" : row[:told].to_a.join(", ")}"
      }
    end
  end

  def changes
    @diary
      .changes
      .reject { |row| row[:act].start_with?(*TOLD) }
      .map do |row|
        keys = row[:changes].to_h.keys.first(5).map { |key| key.tr("_", " ") }
        {
          kind: "change",
          at: row[:at].iso8601,
          source: "office",
          who: row[:who],
          text: "#{row[:act].tr("_", " ").capitalize}#{" (#{keys.join(", ")})" if keys.any?}",
          why: row[:why]
        }
      end
  end

  def activities =
    @diary.activities.map do |row|
      { **row.slice(:id, :kind, :note), from: row[:from_at].iso8601, to: row[:to_at].iso8601 }
    end

  # What the customer is to be charged, and what the driver earns by his own plan.
  def detention(claim)
    row = claim.row
    {
      **row.slice(:id, :stop, :customer, :minutes, :status, :by),
      free_minutes: row[:detention_free_minutes],
      charge: Web::Figures.money(row[:charge]),
      pay: claim.pay_cents && Money.text(claim.pay_cents)
    }
  end
end
