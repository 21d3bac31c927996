# frozen_string_literal: true

# What a customer's people may see of their own freight, and how it is said to them.
module Core::Window
  # What is promised to customers => the statuses of loads that it is.
  STAGES = {
    "booked" => %w[open],
    "crewed" => %w[planned sent accepted],
    "rolling" => %w[rolling],
    "delivered" => %w[delivered papers_in billed closed],
    "cancelled" => %w[cancelled]
  }.freeze
  # Of the load's own papers; permits and what drivers laid out are ours.
  PAPERS = %w[bol pod scale_ticket lumper_receipt temperature_record].freeze
  # What a customer's people may beside looking.
  RIGHTS = %w[request pay invite].freeze

  # What a company shows. stages - of STAGES; papers - of PAPERS; position - exact, town (the nearest) or none;
  # driver - is the first name shown?
  Rules =
    Core::Value.of(:stages, :papers, :position, :driver) do
      def statuses = stages.flat_map { |stage| STAGES.fetch(stage) }
    end

  # Until a company says otherwise.
  USUAL = Rules.new(stages: STAGES.keys, papers: PAPERS, position: "town", driver: true)

  # done - is every stop of his own done? Then it is delivered to him, whatever else is on the truck.
  def self.stage(status, done: false)
    stage = STAGES.find { |_, statuses| statuses.include?(status) }.first
    done && stage == "rolling" ? "delivered" : stage
  end

  # May its customer cancel it without asking anybody? While nobody is on the way for it.
  def self.cancellable?(stage) = stage == "booked"

  # From half of what a forecast may be wrong by before it to all of it after: trucks come late by more than early
  # (common practice). It may be wrong by so many minutes at least, and by so much of what is ahead. Rounded to what
  # can be promised. chance - of 100 that it is on time, nil where it is not known
  Foreseen = Core::Value.of(:from, :to, :chance)
  ROUND_MINUTES = 10
  # Nothing on the road is certain.
  CHANCES = (1..99)

  # arrive_at, soonest_at - Times, the latter nil where only one is foreseen; late_percent - the chance of being
  # late, or nil; unsure_percent, unsure_minutes - as of Core::Tracking::Risk::Weights
  def self.foreseen(arrive_at, soonest_at:, late_percent:, weights:, now:)
    ahead_minutes = [((arrive_at - now) / 60).to_i, 0].max
    unsure = [weights.unsure_minutes, ahead_minutes * weights.unsure_percent / 100].max
    soonest = [soonest_at || arrive_at, arrive_at].min - (unsure * 60 / 2)
    Foreseen.new(
      from: round([soonest, now].max, :floor),
      to: round(arrive_at + (unsure * 60), :ceil),
      chance: late_percent && (100 - late_percent).clamp(CHANCES)
    )
  end

  def self.round(time, way)
    step = ROUND_MINUTES * 60
    Time.at((time.to_r / step).public_send(way) * step).utc
  end
  private_class_method :round

  # Where a truck is, as coarsely as the company says: a Hash, or nil. spot - { latitude:, longitude: }; towns -
  # Array of { town:, state:, latitude:, longitude: } nearby
  def self.place(spot, position, towns)
    case position
    when "exact"
      { **spot.slice(:latitude, :longitude), near: near(spot, towns) }
    when "town"
      town = towns.min_by { |row| miles(spot, row) } or return
      { **town.slice(:latitude, :longitude), near: "#{town[:town]}, #{town[:state]}" }
    end
  end

  def self.near(spot, towns)
    town = towns.min_by { |row| miles(spot, row) }
    town && "#{town[:town]}, #{town[:state]}"
  end

  def self.miles(one, other)
    points =
      [one, other].map { |row| Core::Roads::Point.new(latitude: row[:latitude], longitude: row[:longitude]) }
    Core::Roads.great_circle_miles(*points)
  end
  private_class_method :near, :miles

  # The first name alone.
  def self.first_name(name) = name.split.first.to_s

  # A link to one load holds so long after it was made.
  LINK_DAYS = 14
end
