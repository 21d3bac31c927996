# frozen_string_literal: true

# Writes a text to a driver, in his language, and has it sent once this commits. The link itself is filled in
# only when it leaves.
# Who has no smartphone gets words instead of links.
module Work::Tracking::WriteText
  LINK = "{link}"

  class << self
    # driver - row of trip_drivers
    def trip(driver, trip, load, now)
      stops = Store::Freight.trip_stops(trip[:id]).all
      say(
        driver,
        trip[:id],
        "trip",
        now,
        trip: trip[:number],
        from: load[:origin],
        to: load[:destination],
        from_at: at(stops.first),
        to_at: at(stops.last),
        notes: notes(stops),
        units: Store::Freight.trip_units(trip[:id]).select_map(:number).join(" + ")
      )
    end

    # What matters has changed on a trip that they have: which, so that they look. It stays marked until they
    # say that they have seen it. said - Array of [code, parts], codes of data/tracking/phrases.yml
    def changed(trip, load, said, now)
      Work::Partners::TellPartner.changed(trip[:id])
      Store::Freight
        .trip_drivers(trip[:id])
        .each do |driver|
          Store::Freight::TripChanges.insert(
            trip_id: trip[:id],
            driver_id: driver[:driver_id],
            what: Phrases.changes(said, "en"),
            said: Sequel.pg_jsonb(said),
            at: now
          )
          say(
            driver,
            trip[:id],
            "changed",
            now,
            trip: trip[:number],
            way: load ? ", #{load[:origin]} – #{load[:destination]}," : "",
            said:
          )
        end
    end

    # A load is no more: the trip is called off, or goes on with the others.
    def off(trip, load, now) =
      if trip[:goes_on]
        changed(trip, load, [[:taken_off, { load: load[:number] }]], now)
      else
        called_off(trip, now)
      end

    # Something said to a driver by phrase. Returns the text's id.
    #
    # stop_id - of the stop that is spoken of
    # driver - row with driver_id and phone; plain phones get the phrase without a link where there is one
    def say(driver, trip_id, phrase, now, ask_id: nil, message_id: nil, stop_id: nil, **parts)
      person = Store::Fleet::Drivers.row(driver[:driver_id])
      body = worded(person, phrase, parts)
      body = greet(person, body, now)
      link_id = body.include?(LINK) && ask_id.nil? ? Store::Tracking.link_for(person[:id], now)[:id] : nil
      text_id =
        Store::Tracking::Texts.insert(
          driver_id: person[:id],
          trip_id:,
          link_id:,
          ask_id:,
          message_id:,
          stop_id:,
          phrase:,
          to: driver[:phone],
          body:,
          written_at: now
        )
      Jobs::SendText.enqueue(text_id:)
      text_id
    end

    # How a phrase would read to a driver, before it is sent.
    def preview(driver, phrase, parts) = worded(Store::Fleet::Drivers.row(driver[:driver_id]), phrase, parts)

    def language(person) = person[:languages].to_a.find { |code| Phrases::LANGUAGES.include?(code) } || "en"

    private

    def worded(person, phrase, parts)
      phrase = "#{phrase}_plain" if !person[:smartphone] && Phrases.all["en"].key?("#{phrase}_plain")
      language = language(person)
      parts = { what: Phrases.changes(parts[:said], language), **parts.except(:said) } if parts.key?(:said)
      Phrases.say(phrase, language, company: Store::Company.row[:name], **parts)
    end

    def called_off(trip, now)
      Store::Freight
        .trip_drivers(trip[:id])
        .each { |driver| say(driver, trip[:id], "called_off", now, trip: trip[:number]) }
      Work::Partners::TellPartner.off(trip[:id], now)
    end

    # What to know, for a phone that opens no pages: of the loads and of each stop.
    def notes(stops)
      loads = Store::Freight::Loads.at(stops.filter_map { |stop| stop[:load_id] }.uniq).order(:id)
      said = [
        *loads.select_map(:driver_notes),
        *stops.map do |stop|
          told = stop.values_at(:reference, :notes).reject { |text| text.to_s.empty? }.join(", ")
          told.empty? ? "" : "#{stop[:town]}: #{told}"
        end
      ]
      said.reject(&:empty?).map { |text| text.end_with?(".") ? " #{text}" : " #{text}." }.join
    end

    def at(stop) =
      stop[:from_at] ? Core::Spoken.zoned(TZInfo::Timezone.get(stop[:zone]).to_local(stop[:from_at])) : ""

    # The first text to a phone without pages tells the words.
    def greet(person, body, now)
      return body if person[:smartphone] || person[:greeted_at]

      Store::Fleet::Drivers.at(person[:id]).update(greeted_at: now)
      "#{body} #{Phrases.say("words", language(person))}"
    end
  end
end
