# frozen_string_literal: true

# Asks a driver by text where he is and whether he will be on time, or in the dispatcher's own words.
module Work::Tracking::AskCheckIn
  LINK_HOURS = 48

  # input - { key:, body: in own words, or nil }. Returns the trip's id. Raises Refused `not_under_way`, `no_phone`.
  def self.call(trip_id, input, by:, now:)
    Work::Act.once(input[:key], "ask_check_in", by:, now:, input: input.merge(trip_id:)) do |act|
      trip = Store::Freight::Trips.lock(trip_id) or raise Store::NotFound.new("trip", trip_id)
      unless %w[sent accepted rolling].include?(trip[:status])
        raise Refused.new(
                "not_under_way",
                "Trip #{trip[:number]} is #{trip[:status]}: nobody is on the road with it.",
                path: ""
              )
      end

      drivers = Store::Freight.trip_drivers(trip_id).all
      silent = drivers.find { |driver| driver[:phone].empty? }
      if silent
        raise Refused.new("no_phone", "#{silent[:name]} has no telephone number in the directory.", path: "")
      end

      drivers.each { |driver| ask(driver, trip, input[:body], by, now) }
      Store::Freight::TripLoads
        .where(trip_id:)
        .select_map(:load_id)
        .each do |load_id|
          act.changed("load", load_id, { asked: [nil, drivers.map { |driver| driver[:name] }.join(" and ")] })
        end
      act.changed("trip", trip_id, { asked: [nil, now] })
      trip_id
    end
  end

  # How it would read to each of its drivers: Array of { driver:, text: }. Raises Store::NotFound.
  def self.preview(trip_id, body)
    trip = Store::Freight::Trips.row(trip_id) or raise Store::NotFound.new("trip", trip_id)
    Store::Freight
      .trip_drivers(trip_id)
      .map do |driver|
        { driver: driver[:name], text: Work::Tracking::WriteText.preview(driver, *words(trip, body)) }
      end
  end

  # [phrase, parts]
  def self.words(trip, body)
    own = body.to_s.strip
    own.empty? ? ["ask", { trip: trip[:number] }] : ["ask_words", { body: own }]
  end

  def self.ask(driver, trip, body, by, now)
    ask = {
      driver_id: driver[:driver_id],
      trip_id: trip[:id],
      salt: SecureRandom.hex(16),
      by: by.name,
      asked_at: now,
      expires_at: now + (LINK_HOURS * 3600)
    }
    ask[:token_digest] = Digest::SHA256.hexdigest(Store::Tracking.ask_token(ask))
    ask_id = Store::Tracking::Asks.insert(ask)
    phrase, parts = words(trip, body)
    Work::Tracking::WriteText.say(driver, trip[:id], phrase, now, ask_id:, **parts)
  end
  private_class_method :words, :ask
end
