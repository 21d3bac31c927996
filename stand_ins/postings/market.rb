# frozen_string_literal: true

require "time"
require_relative "posters"
require_relative "spoiled"
require_relative "towns"

# What is posted when: always the same for the same minute, so that nothing needs to be kept. Lanes, prices and
# seasons are believable, and some postings are wrong, as some always are.
class StandIns::Market
  WEST = %w[ID WA OR UT MT NV WY].freeze
  KINDS = [
    ["dry_van", 0.5, 1.95],
    ["reefer", 0.2, 2.3],
    ["flatbed", 0.22, 2.4],
    ["step_deck", 0.08, 2.6]
  ].freeze
  # Minutes that a posting stays, at least and at most.
  STAYS = (60..1500)
  # So much more of what leaves some states than of what comes: prices follow.
  PULL = {
    "CA" => 1.15,
    "WA" => 1.1,
    "ID" => 1.06,
    "UT" => 1.0,
    "OR" => 1.02,
    "MT" => 0.82,
    "WY" => 0.85,
    "NV" => 0.88,
    "ND" => 0.9,
    "CO" => 0.92
  }.freeze

  def initialize(per_minute)
    @per_minute = per_minute
    @towns = StandIns::Towns.all
    @near = @towns.select { |town| WEST.include?(town[1]) }
    @minutes = {}
  end

  # Events after one instant until another, each with the whole posting as it is then: oldest first.
  def events(since, upto)
    first = (since.to_i / 60) - STAYS.max
    @minutes.delete_if { |minute, _| minute < first }
    (first..(upto.to_i / 60))
      .flat_map { |minute| @minutes[minute] ||= posted_in(minute) }
      .flat_map { |posting| life(posting) }
      .select { |event| event[:at] > since && event[:at] <= upto }
      .sort_by { |event| [event[:at], event[:reference], event[:revision]] }
  end

  # Of a day, what was posted with a price in each so many minutes.
  SAMPLE_MINUTES = 24
  def prices(day)
    first = Time.utc(day.year, day.month, day.day).to_i / 60
    (first...(first + 1440))
      .step(SAMPLE_MINUTES)
      .flat_map { |minute| Array.new(@per_minute) { |index| posting(minute, index) } }
      .select { |posting| posting[:rate].to_i > 1 }
      .filter_map { |posting| miles(posting)&.then { |miles| posting.merge(miles:) } }
  end

  def find(reference)
    minute, index = reference[/\AP(\d+)-\d+/] && reference.delete_prefix("P").split("-").map(&:to_i)
    minute && posted_in(minute)[index]
  end

  private

  def posted_in(minute)
    postings = Array.new(@per_minute) { |index| posting(minute, index) }
    # Now and then the same freight is posted again, by the same or by another.
    twice = postings.select { |posting| StandIns::Posters.chance("twice", posting[:reference]) < 0.07 }
    postings + twice.each_with_index.map { |posting, i| again(posting, minute, @per_minute + i) }
  end

  def again(posting, minute, index)
    reference = "P#{minute}-#{index}"
    other = StandIns::Posters.chance("other", reference) < 0.5
    poster = other ? pick(StandIns::Posters.all, "poster", reference) : posting[:poster]
    rate =
      (
        if posting[:rate] && other
          (posting[:rate] * (0.92 + (0.12 * StandIns::Posters.chance("less", reference)))).round
        else
          posting[:rate]
        end
      )
    posting.merge(reference:, poster:, rate:)
  end

  def posting(minute, index)
    reference = "P#{minute}-#{index}"
    chance = ->(word) { StandIns::Posters.chance(word, reference) }
    from, to = pair(reference)
    kind, _, per_mile = kind(chance.call("kind"))
    opens = ((minute + (chance.call("opens") * 4320).round + 120) / 30) * 30
    miles = StandIns::Towns.miles(from, to)
    StandIns::Spoiled.of(
      {
        reference:,
        poster: pick(StandIns::Posters.all, "poster", reference),
        at: Time.at(minute * 60).utc,
        stays: STAYS.min + (chance.call("stays") * chance.call("stay") * (STAYS.max - STAYS.min)).round,
        origin: "#{from[0]}, #{from[1]}",
        destination: "#{to[0]}, #{to[1]}",
        **times(opens, miles, chance),
        trailer_kind: kind,
        size: chance.call("size") < 0.12 ? "partial" : "full",
        weight_lb: (8 + (chance.call("weight") * 38)).round * 1000,
        length_ft: %w[dry_van reefer].include?(kind) ? 53 : 48,
        rate: rate(per_mile, miles, from, to, minute, chance),
        note: ""
      },
      chance
    )
  end

  # Nil for a town that nobody knows.
  def miles(posting)
    @by_name ||= @towns.to_h { |town| ["#{town[0]}, #{town[1]}", town] }
    ends = posting.values_at(:origin, :destination).map { |name| @by_name[name] }
    StandIns::Towns.miles(*ends).round if ends.all?
  end

  # A window for the pickup, and enough time for the way.
  def times(opens, miles, chance)
    window = [120, 240, 600][(chance.call("window") * 3).floor]
    minutes = (miles / 42 * 60) + 600 + (chance.call("slack") * 1440).round
    {
      pickup_from: opens,
      pickup_to: opens + window,
      deliver_by: opens + minutes.round
    }.transform_values { |minute| Time.at(minute * 60).utc }
  end

  def rate(per_mile, miles, from, to, minute, chance)
    return if chance.call("call") < 0.12

    season = 1 + (0.06 * Math.sin(minute / 525_600.0 * 2 * Math::PI))
    pull = (PULL[from[1]] || 1.0) / Math.sqrt(PULL[to[1]] || 1.0)
    ((260 + (miles * per_mile * pull * season * (0.82 + (0.36 * chance.call("rate"))))) / 25).round * 25
  end

  # Posted, perhaps changed half-way, gone.
  def life(posting)
    changed = posting[:rate].to_i > 1 && StandIns::Posters.chance("changes", posting[:reference]) < 0.2
    gone = posting[:at] + (posting[:stays] * 60)
    later = changed ? posting.merge(rate: (posting[:rate] * 1.06 / 25).round * 25) : posting
    [
      posting.merge(revision: 1, state: "live"),
      *([later.merge(revision: 2, state: "live", at: posting[:at] + (posting[:stays] * 30))] if changed),
      later.merge(revision: 3, state: "gone", at: gone)
    ].map { |event| event.merge(posted_at: posting[:at]) }
  end

  def pair(reference)
    from = pick(StandIns::Posters.chance("near", reference) < 0.65 ? @near : @towns, "from", reference)
    to = pick(StandIns::Posters.chance("home", reference) < 0.55 ? @near : @towns, "to", reference)
    if from.equal?(to) || StandIns::Towns.miles(from, to) < 60
      [from, pick(@towns - [from], "else", reference)]
    else
      [from, to]
    end
  end

  def kind(chance)
    KINDS.find { |kind| (chance -= kind[1]).negative? } || KINDS.last
  end

  def pick(list, *words) = list[(StandIns::Posters.chance(*words) * list.length).floor]
end
