# frozen_string_literal: true

# A text that a phone sent us: a check-in in our few words, a question, or something that a person has to
# read. Nothing is lost:
# what cannot be a check-in goes to dispatch with the thread.
class Work::Tracking::TakeText
  STEPS = %w[accepted arrived loaded left delivered].freeze
  # So long after a delivery the name of who signed is still taken for it.
  UNSIGNED_SECONDS = 12 * 3600
  LIVE = %w[sent accepted rolling].freeze

  # text - { id: of the gateway, from:, body:, at: Time }
  #
  # Returns false for one that came before.
  def self.call(text, now:)
    driver = driver_of(text[:from])
    by = driver ? Work::Actor.driver(driver) : Work::Actor.system
    Work::Act.once(nil, "take_text", by:, now:) do |act|
      received =
        DB[:received_texts]
          .insert_conflict(target: :gateway_id)
          .returning(:id)
          .insert(
            gateway_id: text[:id],
            from: text[:from],
            body: text[:body],
            at: text[:at],
            heard_at: now,
            driver_id: driver&.fetch(:id)
          )
      next false if received.empty?

      if driver
        new(received.first[:id], text, driver, by, act, now).call
      else
        act.changed("text", received.first[:id], { from_nobody_we_know: [nil, text[:from]] })
      end
      true
    end
  end

  # By the last ten digits of the number, however it is written.
  def self.driver_of(from)
    digits = from.gsub(/\D/, "").chars.last(10).join
    DB[:drivers]
      .where(retired: false)
      .where(Sequel.lit("right(regexp_replace(phone, '\\D', '', 'g'), 10) = ?", digits))
      .order(:id)
      .first
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
    meaning = Core::Tracking::Words.read(@text[:body])
    DB[:received_texts].where(id: @received_id).update(meaning: meaning.kind)
    case meaning.kind
    when *STEPS
      step(meaning)
    when "language"
      speak(meaning.language)
    when "help"
      answer("words")
    else
      message(meaning)
    end
  end

  private

  # The trip he is on, or that comes next.
  def trip
    @trip ||= unsigned || live
  end

  # The one that he has just delivered without saying who signed.
  def unsigned
    return unless Core::Tracking::Words.read(@text[:body]).signer

    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id: @driver[:id], live: true, state: "delivered")
      .where(Sequel[:delivered_at] > @now - UNSIGNED_SECONDS)
      .where(Sequel.lit("findings @> '[{\"code\": \"signer_missing\"}]'"))
      .reverse(:delivered_at)
      .select_all(:trips)
      .first
  end

  def live
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id: @driver[:id], live: true, state: LIVE)
      .order(
        Sequel.case({ "rolling" => 0, "accepted" => 1 }, 2, :state),
        Sequel.function(:lower, Sequel[:trips][:during])
      )
      .select_all(:trips)
      .first
  end

  def step(meaning)
    return message(meaning, phrase: "no_trip") if trip.nil?
    return seen if meaning.kind == "accepted" && trip[:state] != "sent"

    begin_trip if %w[arrived loaded].include?(meaning.kind) && %w[sent accepted].include?(trip[:state])
    tell(meaning.kind, signer: meaning.signer)
    noted(meaning)
  rescue Refused => e
    # What does not go (another trip under way) is for a person to sort out.
    message(meaning, why: e.message)
  end

  # Who says that he is there has accepted and is on his way.
  def begin_trip
    tell("accepted") if trip[:state] == "sent"
    tell("on_my_way")
  end

  def tell(kind, **more)
    Work::Tracking::CheckIn.call(
      trip[:id],
      { key: "text-#{@received_id}-#{kind}", kind:, done_at: @text[:at], **more },
      driver: @by,
      now: @now,
      source: "text"
    )
  end

  def seen
    changes = DB[:trip_changes].where(trip_id: trip[:id], driver_id: @driver[:id], seen_at: nil)
    return answer("noted_trip", trip: trip[:number], place: stops.first[:name]) if changes.empty?

    Work::Tracking::CheckIn.call(
      trip[:id],
      { key: "text-#{@received_id}-seen", kind: "seen", done_at: @text[:at], change_id: changes.max(:id) },
      driver: @by,
      now: @now,
      source: "text"
    )
  end

  def noted(meaning)
    return answer("who_signed") if meaning.kind == "delivered" && meaning.signer.nil?
    return answer("noted_trip", trip: trip[:number], place: stops.first[:name]) if meaning.kind == "accepted"

    stop =
      stops.find do |row|
        row[:stop_id] == DB[:check_ins].where(key: "text-#{@received_id}-#{meaning.kind}").get(:stop_id)
      end || stops.first
    answer(
      "noted",
      what: Phrases.kind(meaning.kind, @language),
      place: stop[:name],
      at: TZInfo::Timezone.get(stop[:zone]).to_local(@text[:at]).strftime("%H:%M %Z")
    )
  end

  def stops = @stops ||= Store::Freight.trip_stops(trip[:id]).all

  def speak(language)
    DB[:drivers].where(id: @driver[:id]).update(
      languages: Sequel.pg_array([language, *(@driver[:languages].to_a - [language])], :text)
    )
    @language = language
    answer("language")
  end

  def message(meaning, phrase: "passed_on", why: nil)
    body = meaning.text.to_s.strip.empty? ? "(#{@text[:body].inspect})" : meaning.text
    message_id =
      Work::Tracking::WriteMessage.keep(
        @driver[:id],
        @driver[:name],
        why ? "#{body} (#{why})" : body,
        @now,
        at: @text[:at],
        not_understood: meaning.kind.nil? || !why.nil?
      )
    DB[:received_texts].where(id: @received_id).update(message_id:)
    @act.changed("message", @driver[:id], { message: [nil, body] })
    answer(phrase)
  end

  def answer(phrase, **parts) =
    Work::Tracking::WriteText.say(
      { driver_id: @driver[:id], phone: @driver[:phone] },
      @trip&.fetch(:id),
      phrase,
      @now,
      **parts
    )
end
