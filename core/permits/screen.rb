# frozen_string_literal: true

# One jurisdiction against one vehicle: does it need a permit, of which kind, with which escorts, when may it
# move, what does it cost?
class Core::Permits::Screen
  DIMENSIONS = {
    width_in: "wide",
    height_in: "high",
    length_in: "long",
    trailer_length_in: "of trailer",
    front_overhang_in: "of front overhang",
    rear_overhang_in: "of rear overhang"
  }.freeze
  SOURCE = "23 CFR 658; data/jurisdictions"
  TON_LB = 2_000

  UNTOLD = {
    trailer_length_in: "the trailer's length",
    front_overhang_in: "the front overhang",
    rear_overhang_in: "the rear overhang"
  }.freeze

  # What the state has a limit of and nobody told, in words.
  def self.untold(vehicle, rules) =
    [
      *UNTOLD.filter_map do |name, words|
        words if vehicle.public_send(name).nil? && rules.legal[name]&.value
      end,
      (AXLES if vehicle.axles.empty?)
    ].compact
  AXLES = "the weights and spacings of its axles"

  # Limits of days and hours that stand as text alone: no window counts them, somebody has to look.
  def self.checks(rules) =
    [rules.travel[:weekend]].filter_map { |known| known.value && sentence(known.value) }
  def self.sentence(text) = "#{text[0].upcase}#{text[1..]}."

  def initialize(vehicle, code, rules, divisible, miles)
    @vehicle = vehicle
    @code = code
    @rules = rules
    @divisible = divisible
    @miles = miles
    @fees = []
  end

  def verdict
    return not_covered if @rules.nil?
    # Some states bound no length over all, only what they issue for it without a look.
    return none if over.empty? && !overweight? && !superload?
    return reducible if overweight? && @divisible

    permit
  end

  private

  def verdict_of(**fields)
    Core::Permits::Verdict.new(
      jurisdiction: @code,
      escorts: [],
      travel_limits: [],
      fee_cents: 0,
      fees: [],
      valid_days: nil,
      review: nil,
      source: SOURCE,
      unsure: @rules ? @rules.unsure : [],
      **fields
    )
  end

  def not_covered
    verdict_of(
      needs_permit: nil,
      kind: "not_covered",
      why: ["#{@code} is not covered yet: ask its office. Nothing here says that no permit is needed."],
      fee_cents: nil,
      source: "none"
    )
  end

  def none = verdict_of(needs_permit: false, kind: "none", why: [within])

  # What nobody told is not within any limit.
  def within
    untold = self.class.untold(@vehicle, @rules)
    return "Within the legal limits of #{@rules.name}." if untold.empty?

    "Within the legal limits of #{@rules.name} as far as told: cannot say without #{untold.join(", ")}."
  end

  def reducible
    verdict_of(
      needs_permit: true,
      kind: "divisible",
      why: [*too_large, *too_heavy, "A load that can be divided gets no overweight permit: make it lighter."],
      fee_cents: nil,
      review: "office"
    )
  end

  def permit
    verdict_of(
      needs_permit: true,
      kind:,
      why: [*too_large, *too_heavy, *beyond_routine],
      escorts:,
      travel_limits:,
      fee_cents: fee,
      fees: @fees,
      valid_days: @rules.permit[:valid_days].value,
      review: superload? ? "office" : "self_issue"
    )
  end

  def kind
    return "superload" if superload?
    return over.any? ? "oversize_overweight" : "overweight" if overweight?

    "oversize"
  end

  def value(name) = @vehicle.public_send(name)

  # Dimensions beyond legal: name => [what it is, what is legal].
  def over
    @over ||= DIMENSIONS.keys.filter_map { |name| beyond(name, @rules.legal[name]) }.to_h
  end

  def beyond(name, limit) =
    limit&.value && value(name) && value(name) > limit.value ? [name, [value(name), limit.value]] : nil
  def overweight? = @vehicle.overweight? || (gross > @rules.legal[:gross_lb].value)
  def gross = @vehicle.gross_lb || 0
  def superload? = beyond_routine.any?

  def too_large = over.map { |name, (is, legal)| "#{feet(is)} #{DIMENSIONS[name]}, legal is #{feet(legal)}." }

  def too_heavy
    said =
      (
        if gross > @rules.legal[:gross_lb].value
          ["#{pounds(gross)} gross, legal is #{pounds(@rules.legal[:gross_lb].value)}."]
        else
          []
        end
      )
    groups =
      (
        if @vehicle.axles.any?
          Core::Permits.bridge(@vehicle.axles).reject { |failure| failure.rule == "gross" }
        else
          []
        end
      )
    said +
      groups.map do |failure|
        "#{axles(failure)}: #{pounds(failure.weight_lb)}, allowed are #{pounds(failure.allowed_lb)}."
      end
  end

  def axles(failure) =
    failure.axles.uniq.one? ? "Axle #{failure.axles.first}" : "Axles #{failure.axles.join(" to ")}"

  def beyond_routine
    @beyond_routine ||=
      %i[width_in height_in length_in gross_lb].filter_map do |name|
        limit = @rules.routine[name]&.value
        next unless limit && value(name) && value(name) > limit

        "Beyond what is routine (#{name == :gross_lb ? pounds(limit) : feet(limit)}): a superload, which " \
          "the office reviews."
      end
  end

  # The most that any rule asks on a kind of road, each with its reason.
  def escorts
    @rules
      .escorts
      .select { |rule| value(rule.of) && value(rule.of) > rule.over }
      .map do |rule|
        who = [
          ("#{rule.front} in front#{" with a height pole" if rule.pole}" if rule.front.positive?),
          ("#{rule.rear} behind" if rule.rear.positive?)
        ].compact.join(", ")
        {
          road: rule.road,
          front: rule.front,
          rear: rule.rear,
          pole: rule.pole,
          why:
            "#{who}: over #{feet(rule.over)} #{DIMENSIONS[rule.of]}#{
              { "two_lane" => " on two-lane roads", "divided" => " on divided roads" }[rule.road]
            }."
        }
      end
  end

  def travel_limits
    travel = @rules.travel
    only_heavy = over.empty?
    [
      (
        if travel[:daylight].value && !only_heavy
          "Daylight only, from #{travel[:margin_minutes].value} min before sunrise to as long after sunset."
        end
      ),
      travel[:weekend].value && sentence(travel[:weekend].value),
      ("No travel on legal holidays." if travel[:holidays].value && !only_heavy),
      *curfews,
      sentence(travel[:weather].value)
    ].compact.select(&:itself)
  end

  def curfews =
    @rules.curfews.map do |curfew|
      "#{curfew.place}: not from #{curfew.from} to #{curfew.to} on working days."
    end
  def sentence(text) = self.class.sentence(text)

  # In cents, as far as it is known: a part by the mile waits for the route.
  def fee
    @fees = @rules.fees.filter_map { |one| fee_of(one) }
    @fees.sum { |_, cents| cents || 0 }
  end

  def fee_of(one)
    case one.kind
    when "flat"
      ["The permit itself", cents(one.amount)]
    when "overweight"
      overweight? ? ["Overweight", cents(one.amount)] : nil
    when "per_mile"
      ["#{one.amount.to_s("F")} a mile", by_miles { |miles| one.amount * miles }]
    when "ton_mile"
      if over_tons.positive?
        [
          "#{one.amount.to_s("F")} a ton over 40 and mile",
          by_miles { |miles| one.amount * over_tons * miles }
        ]
      end
    when "overweight_mile"
      by_weight(one)
    when "per_axle_over"
      axles_over.positive? ? ["#{axles_over} axle groups over", cents(one.amount * axles_over)] : nil
    when "size_step"
      step(one)
    end
  end

  def step(one)
    reached = one.steps.reverse.find { |over, _| value(one.of) && value(one.of) > over } or return
    amount = BigDecimal(reached.last)
    size =
      one.of == :gross_lb ? "#{pounds(reached.first)} gross" : "#{feet(reached.first)} #{DIMENSIONS[one.of]}"
    ["Over #{size}", cents(amount)] unless amount.zero?
  end

  # A rate a mile that grows with the pounds over what is legal.
  def by_weight(one)
    over = gross - @rules.legal[:gross_lb].value
    reached = one.steps.reverse.find { |from, _| over > from } or return
    rate = BigDecimal(reached.last)
    ["#{rate.to_s("F")} a mile for #{pounds(over)} over", by_miles { |miles| rate * miles }]
  end

  def by_miles = @miles && cents(yield(@miles))
  def over_tons = [BigDecimal(gross - @rules.legal[:gross_lb].value) / TON_LB, BigDecimal("0")].max
  def axles_over =
    if @vehicle.axles.any?
      Core::Permits.bridge(@vehicle.axles).count { |failure| %w[single_axle tandem].include?(failure.rule) }
    else
      0
    end
  def cents(dollars) = Core::Money.cents(dollars)
  def feet(inches) = Core::Roads.feet(inches)
  def pounds(weight) = Core::Spoken.pounds(weight)
end
