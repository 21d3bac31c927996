# frozen_string_literal: true

# Which permit to ask for, by a few questions, each with why it is asked. What is told already is not asked
# again.
class Core::Permits::Guide
  # id - answers are given by it; form - yes_no, inches, pounds or choice; choices - Array of [value, words]
  Question = Core::Value.of(:id, :text, :why, :form, :choices)
  # kind - none, oversize, overweight, oversize_overweight, superload or divisible; term - trip, trips, year
  #        or nil; why - Array of sentences
  Outcome = Core::Value.of(:kind, :term, :why)

  # What yearly permits let at most where their state says nothing else: common practice.
  YEARLY = { width_in: 144, height_in: 174, length_in: 1320 }.freeze
  # From so many moves a year a permit for the year pays, and from so many one for several trips: common
  # practice.
  OFTEN = 10
  SOME = 3

  SIZES = [
    [:width_in, "How wide is it, at its widest?", "Over 8 ft 6 in wants a permit everywhere.", "inches"],
    [
      :height_in,
      "How high is it, loaded, from the road?",
      "States let between 13 ft 6 in and 14 ft 6 in pass.",
      "inches"
    ],
    [:length_in, "How long is it over all?", "Long combinations want a permit, and escorts.", "inches"],
    [:gross_lb, "What does it weigh in all?", "Over 80,000 lb wants an overweight permit.", "pounds"]
  ].freeze

  # rules - of the state; answers - Hash with symbol keys: width_in, height_in, length_in, gross_lb,
  #         divisible, moves_a_year, same_vehicle
  def initialize(rules, answers)
    @rules = rules
    @answers = answers
  end

  # The next Question, or the Outcome.
  def next
    size = SIZES.find { |id, *| @answers[id].nil? }
    return Question.new(id: size[0], text: size[1], why: size[2], form: size[3], choices: []) if size
    return divisible if verdict.needs_permit && overweight? && @answers[:divisible].nil?
    return outcome(nil) if !verdict.needs_permit || %w[divisible superload].include?(verdict.kind)
    return moves if @answers[:moves_a_year].nil?
    return same if @answers[:moves_a_year] >= SOME && @answers[:same_vehicle].nil?

    outcome(term)
  end

  private

  def vehicle
    Core::Permits::Vehicle.new(
      **SIZES.to_h { |id, *| [id, @answers[id]] },
      trailer_length_in: nil,
      front_overhang_in: nil,
      rear_overhang_in: nil,
      axles: []
    )
  end

  def verdict =
    @verdict ||=
      Core::Permits.screen(
        vehicle,
        [@rules.jurisdiction],
        rules: {
          @rules.jurisdiction => @rules
        },
        divisible: @answers[:divisible] || false
      ).first
  def overweight? = @answers[:gross_lb] > @rules.legal[:gross_lb].value

  def divisible =
    Question.new(
      id: :divisible,
      text: "Can the load be made lighter by taking some of it off?",
      why: "What can be divided gets no overweight permit (23 CFR 658.5).",
      form: "yes_no",
      choices: []
    )

  def moves
    choices = [%w[1 Once], [SOME.to_s, "A few times a year"], [OFTEN.to_s, "Most months"]]
    Question.new(
      id: :moves_a_year,
      text: "How often does a load like this move here?",
      why: "For more than one move a permit for several trips, or for the year, costs less.",
      form: "choice",
      choices:
    )
  end

  def same =
    Question.new(
      id: :same_vehicle,
      text: "Is it the same tractor and trailer each time?",
      why: "Permits for the year are given to a vehicle.",
      form: "yes_no",
      choices: []
    )

  def term
    if @answers[:moves_a_year] < SOME || !@answers[:same_vehicle] || beyond_yearly.any? || overweight?
      return "trip"
    end

    @answers[:moves_a_year] >= OFTEN ? "year" : "trips"
  end

  def beyond_yearly = YEARLY.select { |name, most| @answers[name] > most }

  def outcome(term) = Outcome.new(kind: verdict.kind, term:, why: [*verdict.why, *why_term(term)])

  def why_term(term)
    case term
    when "year"
      [
        "It moves often, in the same vehicle, and within what yearly permits let: ask for one for the " \
          "year, and hold it here."
      ]
    when "trips"
      [
        "A few moves in the same vehicle: where the state has a permit for several trips, it costs less " \
          "than one for each."
      ]
    when "trip"
      ["For this trip alone#{trip_because}."]
    else
      []
    end
  end

  def trip_because
    return "" if @answers[:moves_a_year] < SOME
    return ": the vehicle is another each time" unless @answers[:same_vehicle]
    return ": what is too heavy is looked at each time" if overweight?

    ": it is larger than yearly permits go, #{
      beyond_yearly
        .map { |name, most| "#{Core::Roads.feet(most)} #{Core::Permits::Standing::WORDS.fetch(name)}" }
        .join(", ")
    }"
  end
end
