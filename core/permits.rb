# frozen_string_literal: true

# Oversize and overweight: what a vehicle may weigh and measure, which permits it needs, when and where it may
# move, what that costs.
module Core::Permits
  # Weight of an axle in pounds; spacing_ft - BigDecimal feet to the axle in front, 0 for the first
  Axle = Value.of(:weight_lb, :spacing_ft)
  # axles - [first, last], 1-based; distance_ft - between them, to the nearest foot
  Failure = Value.of(:rule, :axles, :distance_ft, :weight_lb, :allowed_lb, :over_lb)

  # A vehicle with its load. Inches and pounds; nil where it is not told. axles - Array of Axle, empty where
  # only the gross is told
  Vehicle =
    Value.of(
      :width_in,
      :height_in,
      :length_in,
      :trailer_length_in,
      :front_overhang_in,
      :rear_overhang_in,
      :gross_lb,
      :axles
    ) do
      # Over 80,000 lb, or over what its axles may carry?
      def overweight? = (gross_lb || 0) > Bridge::GROSS_LB || (axles.any? && Core::Permits.bridge(axles).any?)
    end
  # What one jurisdiction says. needs_permit - true, false, or nil where nobody knows; why, travel_limits -
  # Array of sentences; unsure - names of values
  # fee_cents - as far as it is known, nil where nothing is; fees - Array of [sentence, cents or nil where it
  #             needs the miles]
  Verdict =
    Value.of(
      :jurisdiction,
      :needs_permit,
      :kind,
      :why,
      :escorts,
      :travel_limits,
      :fee_cents,
      :fees,
      :valid_days,
      :review,
      :source,
      :unsure
    )

  # A value with how it is known: published, practice, memory or demo; source - or nil
  Known = Value.of(:value, :known_by, :source) { def sure? = known_by == "published" }
  # of - which dimension; over - beyond which; road - two_lane, divided or any; front, rear - vehicles; pole -
  #      does the front one carry a height pole?
  Escort = Value.of(:of, :over, :road, :front, :rear, :pole, :known_by)
  # from, to - wall clock of the jurisdiction's zone; weekdays - 1 is Monday
  Curfew = Value.of(:place, :latitude, :longitude, :radius_miles, :from, :to, :weekdays, :known_by)
  # kind - flat, overweight (once, where it is too heavy), per_mile, ton_mile (a mile, by tons over legal
  #        gross), overweight_mile (a mile, by steps
  # of pounds over legal gross), per_axle_over or size_step
  Fee = Value.of(:kind, :amount, :of, :steps, :known_by)
  # legal, routine - Hash of dimension to Known; permit, travel - Hash of name to Known
  Rules =
    Value.of(
      :jurisdiction,
      :name,
      :in_force_from,
      :office,
      :legal,
      :routine,
      :permit,
      :escorts,
      :travel,
      :curfews,
      :fees,
      :checked
    ) do
      # Everything that nobody has checked with its source: names of values, and of lists with such a row.
      def unsure =
        Values
          .unsure(self)
          .map { |one| (Values::LISTED.include?(one.part) ? one.part : one.name).to_sym }
          .uniq
    end

  # Does a row of axles meet the federal limits? Returns Array of Failure, all of them.
  #
  # Source: 23 U.S.C. 127(a), 23 CFR 658.5 and 658.17.
  def self.bridge(axles) = Bridge.new(axles).failures

  # What a group of axles may weigh by the bridge formula, in pounds. axles - how many; distance_ft - between
  # the outer two
  #
  # Source: 23 CFR 658.17(e).
  def self.bridge_allowed_lb(axles:, distance_ft:) = Bridge.allowed_lb(axles, distance_ft)

  # What would help, by computation: the least change that meets every limit. Returns Array of Bridge::Help.
  def self.bridge_help(axles) = BridgeHelp.new(axles).all

  # Sunrise and sunset around the solar noon of a date. Returns Sun::Day. Source: NOAA's solar calculations,
  # after Meeus.
  def self.daylight(latitude, longitude, date, zone) = Sun.new(latitude, longitude, date, zone).day

  # What each jurisdiction on a way asks of a vehicle. rules - Hash of code to Rules; miles - Hash of code to
  # BigDecimal, empty where unknown
  #
  # Returns Array of Verdict, in the order of the codes. What is not covered yet says so, and never that no
  # permit is needed.
  def self.screen(vehicle, codes, rules:, divisible: false, miles: {}) =
    codes.map { |code| Screen.new(vehicle, code, rules[code], divisible, miles[code]).verdict }

  # What a jurisdiction has a limit of and nobody told of a vehicle: Array of words. Where it is any, nobody
  # can say that no
  # permit is needed.
  def self.untold(vehicle, rules) = Screen.untold(vehicle, rules)

  # What a jurisdiction says of travel in words alone, which no window counts: Array of sentences.
  def self.travel_checks(rules) = Screen.checks(rules)

  # When a permitted load may move between two instants. spots - Array of Travel::Spot; holidays - Array of
  # Date. Returns Array of Travel::Window.
  def self.travel_windows(spots, holidays, from, to) = Travel.new(spots, holidays).windows(from, to)

  # Which kind of permit, for one who does not know: the next Guide::Question, or the Guide::Outcome. rules -
  # of the state; answers - see Guide
  def self.guide(rules, answers) = Guide.new(rules, answers).next

  # A jurisdiction's file, keys as symbols. Returns Rules.
  def self.rules(document) = Jurisdiction.rules(document)

  def self.read_screen(document) = Document.screen(document)
  def self.read_bridge(document) = Document.axles(document)
  def self.read_daylight(document) = Document.daylight(document)
end
