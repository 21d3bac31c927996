# frozen_string_literal: true

require "digest"

# Takes in what a posting service said: new, changed and gone postings, in any order and as often as it likes to say
# them. What cannot be believed is kept with what is wrong about it.
class Work::Market::TakePostings
  # So many are looked up and written at once.
  AT_ONCE = 2000
  # So many ways between towns are found before the service is asked again.
  WAYS_AT_ONCE = 400
  NO_WAY = { miles_tenths: nil, drive_minutes: nil, toll_cents: nil }.freeze

  # postings - Array of Services::PostingService::Posting
  def self.call(service, postings, heard_until:, now:)
    if postings.any?
      new(service, now).take_all(postings)
      Store::Changes.announce([["market", 0]], act: "take_postings", who: service, at: now)
    end
    Store::Market::Feeds.keep({ service:, heard_until:, heard_at: now }, key: :service)
  end

  def initialize(service, now)
    @service = service
    @now = now
    @brokers = Store::Market::Brokers.by_number
    @ways = Work::Market::LaneWays.new
    @towns = {}
  end

  # Of each posting what was said last; then ways between towns that are new, a few at a time.
  def take_all(postings)
    latest = postings.group_by(&:reference).values.map { |list| list.max_by(&:revision) }
    latest.each_slice(AT_ONCE) { |slice| take(slice) }
    @ways.find_near(Store::Market::Looking.origins(@now), WAYS_AT_ONCE)
  end

  # What they are kept as, towns looked up.
  def rows(postings)
    names =
      postings.flat_map { |posting| [posting.origin, posting.destination] }.map(&:downcase).uniq - @towns.keys
    @towns.merge!(Store::Market.towns(names))
    (names - @towns.keys).each { |name| @towns[name] = on_the_map(name) }
    postings.map { |posting| row(posting) }
  end

  private

  def take(postings)
    rows = rows(postings)
    Store::Market::Postings.keep_all(rows)
    Work::Market::TakePrices.of_postings(rows)
  end

  def row(posting)
    origin, destination = [posting.origin, posting.destination].map { |name| @towns[name.downcase] }
    way = origin && destination && @ways.between(origin, destination)
    {
      service: @service,
      **posting.to_h.slice(:reference, :revision, :size, :length_ft, :note, :posted_at),
      broker_id: @brokers[posting.poster],
      freight_key: freight_key(posting),
      **ends(:origin, posting.origin, origin),
      **ends(:destination, posting.destination, destination),
      opens_at: posting.pickup_from,
      closes_at: posting.pickup_to,
      deliver_by: posting.deliver_by,
      trailer_kind: trailer(posting),
      weight_lb: weight(posting.raw_weight),
      rate: posting.rate_cents && Money.to_d(posting.rate_cents),
      **(way || NO_WAY),
      doubts: Sequel.pg_array(doubts(posting, origin, destination), :text),
      changed_at: posting.at,
      taken_at: @now,
      gone_at: (posting.at if posting.state == "gone")
    }
  end

  # A town that the map knows and the ZIPs do not call so; nil for one that nobody knows.
  def on_the_map(name)
    place = RoadData.gazetteer.locate(name, "")
    {
      town: place.name.split(", ").first,
      state: place.state,
      latitude: place.point.latitude,
      longitude: place.point.longitude,
      **Store::Market.zip_near(place.point)
    }
  rescue Refused
    nil
  end

  def ends(side, text, town)
    name, state = text.split(/,\s*/, 2)
    {
      "#{side}_town": town ? town[:town] : name,
      "#{side}_state": town ? town[:state] : state.to_s[0, 2],
      "#{side}_latitude": town && town[:latitude],
      "#{side}_longitude": town && town[:longitude],
      "#{side}_zone": town && town[:zone],
      "#{side}_zip": town && town[:zip]
    }
  end

  # Of what was sent for a weight, what can be one.
  def weight(raw) = raw.is_a?(Integer) && raw.between?(1, Core::Market::MOST_WEIGHT_LB) ? raw : nil
  def trailer(posting) = Core::Fit::Judge::KIND.key?(posting.trailer_kind) ? posting.trailer_kind : nil

  def doubts(posting, origin, destination) =
    Core::Market.doubts(
      Core::Market::Facts.new(
        opens_at: posting.pickup_from,
        closes_at: posting.pickup_to,
        deliver_by: posting.deliver_by,
        rate_cents: posting.rate_cents,
        weight: posting.raw_weight,
        origin_known: !origin.nil?,
        destination_known: !destination.nil?,
        trailer_known: !trailer(posting).nil?
      )
    )

  # The same freight, whoever posts it and at what price.
  def freight_key(posting)
    facts = [
      posting.origin,
      posting.destination,
      posting.pickup_from,
      posting.pickup_to,
      posting.trailer_kind,
      posting.size,
      posting.raw_weight
    ]
    Digest::SHA256.hexdigest(facts.join("|").downcase)[0, 24]
  end
end
