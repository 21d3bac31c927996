# frozen_string_literal: true

# The answer to "where are you": by one tap, with the position where the driver gives it.
module Work::Tracking::AnswerAsk
  ANSWERS = {
    "on_time" => "On time",
    "late" => "Will be late",
    "stopped" => "Stopped",
    "call_me" => "Needs a call"
  }.freeze

  # ask - row; input - { key:, answer:, late_minutes:, note:, latitude:, longitude:, accuracy_m: }
  def self.call(ask, input, now:)
    driver = Work::Actor.driver(Store::Fleet::Drivers.row(ask[:driver_id]))
    Work::Act.once(
      input[:key],
      "answer_ask",
      by: driver,
      now:,
      input: Work::Act.plain(input.merge(ask_id: ask[:id]))
    ) do |act|
      if input[:answer] == "late" && input[:late_minutes].nil?
        raise Refused.new("how_late", "How late? Choose about how many minutes.", path: "/late_minutes")
      end

      Store::Tracking::Asks.at(ask[:id]).update(
        answered_at: now,
        answer: input[:answer],
        late_minutes: input[:late_minutes]
      )
      place(ask, input, now)
      body = said(input)
      message_id = Work::Tracking::WriteMessage.keep(driver.id, driver.name, body, now)
      # Nobody has to read that all is well.
      if input[:answer] == "on_time" && input[:note].to_s.strip.empty?
        Store::Tracking::Messages.at(message_id).update(read_at: now)
      end
      act.changed("message", driver.id, { answer: [nil, body] })
      act.changed("trip", ask[:trip_id], { answer: [nil, body] })
      Work::Tracking::Foresee.soon(ask[:trip_id])
      ask[:id]
    end
  end

  # The link was opened: he has read it.
  def self.opened(ask, now:) = ask[:opened_at] || Store::Tracking::Asks.at(ask[:id]).update(opened_at: now)

  def self.said(input)
    [
      ANSWERS.fetch(input[:answer]) +
        (input[:answer] == "late" ? " by #{Core::Spoken.minutes(input[:late_minutes])}" : ""),
      input[:note].to_s.strip
    ].reject(&:empty?).join(": ")
  end

  def self.place(ask, input, now)
    return unless input[:latitude] && input[:longitude]

    Store::Tracking::Positions.once(
      {
        driver_id: ask[:driver_id],
        trip_id: ask[:trip_id],
        at: now,
        heard_at: now,
        source: "link",
        **input.slice(:latitude, :longitude, :accuracy_m)
      }
    )
  end
  private_class_method :said, :place
end
