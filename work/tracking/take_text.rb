# frozen_string_literal: true

# A text that a phone sent us: steps of the trip, an answer to what we asked, a question, or something that a
# person has to read. Nothing is lost: what is none of these goes to dispatch with the thread.
class Work::Tracking::TakeText
  # So long after a delivery its trip is still spoken of, and what we asked is still answered.
  REMEMBERED_SECONDS = 12 * 3600
  LIVE = %w[sent accepted rolling].freeze

  # text - { id: of the gateway, from:, body:, at: Time }
  #
  # Returns false for one that came before.
  def self.call(text, now:)
    driver = driver_of(text[:from])
    by = driver ? Work::Actor.driver(driver) : Work::Actor.system
    Work::Act.once(nil, "take_text", by:, now:) do |act|
      received_id =
        Store::Tracking::ReceivedTexts.once(
          {
            gateway_id: text[:id],
            **text.slice(:from, :body, :at),
            heard_at: now,
            driver_id: driver&.fetch(:id)
          },
          key: :gateway_id
        ) or next false

      if driver
        new(received_id, text, driver, by, act, now).call
      else
        act.changed("text", received_id, { from_nobody_we_know: [nil, text[:from]] })
      end
      true
    end
  end

  # By the last ten digits of the number, however it is written.
  def self.driver_of(from)
    digits = from.gsub(/\D/, "").chars.last(10).join
    Store::Fleet::Drivers.at_work.of_phone(digits).first || Store::Partners.driver_of(digits)
  end
  private_class_method :driver_of

  def initialize(received_id, text, driver, by, act, now)
    @received_id = received_id
    @text = text
    @driver = driver
    @by = by
    @act = act
    @now = now
    @language = Work::Tracking::WriteText.language(driver)
  end

  def call
    found = trips.map { |trip| [trip, read(trip)] }
    @trip, @reading = found.find { |_, reading| reading.answer != "message" } || found.first
    @reading ||= Core::Tracking::Conversation.read(meaning, nil)
    Store::Tracking::ReceivedTexts.at(@received_id).update(meaning: meaning.kind)
    respond
  rescue Refused => e
    # What does not go (another trip under way) is for a person to sort out.
    message(why: e.message)
  end

  private

  # The trips that he can mean, the likeliest first: the one that he is on or that comes next, and the one that he
  # has just delivered. A name and who signed are of what is delivered, wherever he is going now; OK is of what
  # waits for it.
  def trips
    live = mine.where(status: LIVE).nearest_first.first
    case meaning_alone.kind
    when "accepted"
      [unanswered, live, done]
    when "name", "signed"
      [done, live]
    when "delivered"
      live && live[:status] == "rolling" ? [live, done] : [done, live]
    else
      [live, done]
    end.compact.uniq { |trip| trip[:id] }
  end

  def mine = Store::Freight::Trips.holding(@driver[:id])
  def done = @done ||= mine.delivered_since(@now - REMEMBERED_SECONDS).first
  # Sent last, and nobody has accepted it.
  def unanswered = mine.where(status: "sent").at(Store::Tracking::Texts.last_trip_id(@driver[:id])).first

  # Without the places of a trip.
  def meaning_alone = @meaning_alone ||= Core::Tracking::Words.read(@text[:body])
  def meaning = @meanings&.fetch(@trip&.fetch(:id), nil) || meaning_alone

  def read(trip)
    stops = stops_of(trip)
    meaning = Core::Tracking::Words.read(@text[:body], places(stops))
    (@meanings ||= {})[trip[:id]] = meaning
    Core::Tracking::Conversation.read(
      meaning,
      Core::Tracking::Conversation::Standing.new(
        status: trip[:status],
        outcome: Store::Tracking::Story.outcome(trip[:id], stops),
        drive_minutes: {
          **stops.to_h { |stop| [stop[:stop_id], stop[:minutes]] },
          stops.first[:stop_id] => trip[:empty_minutes]
        },
        free_at: (done[:delivered_at] if done && done[:id] != trip[:id]),
        unsigned_id: unsigned(trip),
        doubted_id: asked(trip, "back_too_soon")&.fetch(:stop_id),
        at: @text[:at]
      )
    )
  end

  def stops_of(trip) = (@stops ||= {})[trip[:id]] ||= Store::Freight.trip_stops(trip[:id]).all
  def stops = stops_of(@trip)

  # What the places of stops go by: their towns and names. What two stops go by tells neither.
  def places(stops)
    names = stops.to_h { |stop| [stop[:stop_id], [stop[:town], stop[:name]].uniq] }
    shared = names.values.flatten.tally.select { |_, count| count > 1 }.keys
    names.transform_values { |list| list - shared }
  end

  # The stop whose signer we asked for and do not know.
  def unsigned(trip)
    stop_id = trip && asked(trip, "who_signed")&.fetch(:stop_id) or return
    stop_id if stops_of(trip).find { |stop| stop[:stop_id] == stop_id }&.then { |stop| stop[:signer].nil? }
  end

  # The last text of a trip by that phrase, as long as it is remembered.
  def asked(trip, phrase) =
    Store::Tracking::Texts.asked(@driver[:id], trip[:id], phrase, @now - REMEMBERED_SECONDS)

  def respond
    case @reading.answer
    when "noted", "signed"
      tell_all
    when "again"
      again
    when "back"
      answer("back_#{@reading.why}", place: stop[:town], stop_id: stop[:stop_id])
    when "language"
      speak(meaning.language)
    when "help"
      answer("words")
    else
      @trip || meaning.kind.nil? || meaning.kind == "question" ? message : message(phrase: "no_trip")
    end
  end

  def stop = stops.find { |row| row[:stop_id] == @reading.stop_id } || stops.first

  def tell_all
    begin_trip
    @reading.tells.each { |told| tell(told) unless %w[accepted on_my_way].include?(told.kind) }
    noted(@reading.tells.first)
  end

  # Who says that he is there has accepted and is on his way.
  def begin_trip
    kinds = @reading.tells.map(&:kind)
    step("accepted") if @trip[:status] == "sent"
    step("on_my_way") if kinds != ["accepted"] && %w[sent accepted].include?(@trip[:status])
  end

  def tell(told)
    amounts = { quantity: told.quantity, short: told.short }.compact
    step(
      told.kind,
      stop_id: told.stop_id,
      signer: told.signer,
      **amounts.transform_values { |one| { amount: one.amount.to_s("F"), unit: one.unit } }
    )
  end

  def step(kind, **more)
    Work::Tracking::CheckIn.call(
      @trip[:id],
      {
        key: ["text", @received_id, kind, more[:stop_id]].compact.join("-"),
        kind:,
        done_at: @text[:at],
        **more.compact
      },
      driver: @by,
      now: @now,
      source: "text"
    )
  end

  def noted(told)
    case told.kind
    when "accepted", "on_my_way"
      answer("noted_trip", trip: @trip[:number], place: stops.first[:name])
    when "delivered"
      told.signer ? confirm(told) : answer("who_signed", place: stop[:name], stop_id: stop[:stop_id])
    when "arrived"
      word = Phrases.own_word(Core::Tracking::WORK.fetch(stop[:kind]).first, @language)
      word ? answer("noted_own", place: stop[:name], word:) : confirm(told)
    else
      confirm(told)
    end
  end

  def confirm(told) =
    answer(
      "noted",
      what: Phrases.kind(told.kind, @language),
      place: stop[:name],
      at: TZInfo::Timezone.get(stop[:zone]).to_local(@text[:at]).strftime("%-H:%M %Z")
    )

  # Told already: what has changed is seen now, thanks want no answer.
  def again
    return if meaning.kind == "thanks"
    return seen if meaning.kind == "accepted"
    if unsigned(@trip) && meaning.kind == "delivered"
      return answer("who_signed", place: stop[:name], stop_id: stop[:stop_id])
    end

    answer("noted_already", place: stop[:name])
  end

  def seen
    changes = Store::Freight::TripChanges.where(trip_id: @trip[:id], driver_id: @driver[:id], seen_at: nil)
    return if changes.empty? && @trip[:status] != "accepted"
    return answer("noted_trip", trip: @trip[:number], place: stops.first[:name]) if changes.empty?

    step("seen", change_id: changes.max(:id))
  end

  def speak(language)
    Store::Fleet::Drivers.at(@driver[:id]).update(
      languages: Sequel.pg_array([language, *(@driver[:languages].to_a - [language])], :text)
    )
    @language = language
    answer("language")
  end

  def message(phrase: "passed_on", why: nil)
    body = meaning.text.to_s.strip.empty? ? "(#{@text[:body].inspect})" : meaning.text
    message_id =
      Work::Tracking::WriteMessage.keep(
        @driver[:id],
        @driver[:name],
        why ? "#{body} (#{why})" : body,
        @now,
        at: @text[:at],
        not_understood: (meaning.kind != "question" && phrase != "no_trip") || !why.nil?
      )
    Store::Tracking::ReceivedTexts.at(@received_id).update(message_id:)
    @act.changed("message", @driver[:id], { message: [nil, body] })
    answer(phrase)
  end

  def answer(phrase, stop_id: nil, **parts) =
    Work::Tracking::WriteText.say(
      { driver_id: @driver[:id], phone: @driver[:phone] },
      @trip&.fetch(:id),
      phrase,
      @now,
      stop_id:,
      **parts
    )
end
