# frozen_string_literal: true

# What is asked of posted freight. driver_id - whose truck, nil for a search without one; radius_miles - empty miles to
# the pickup at most; to, avoid - states; exactly - only what asks for the very trailer; pickup - Range of Time in which
# it can be picked up, or nil; ends - Ends; hidden - with those set aside; elsewhere - Work::Market::Elsewhere, nil for
# where the truck will be
Work::Market::Wish =
  Value.of(
    :driver_id,
    :radius_miles,
    :to,
    :avoid,
    :exactly,
    :pickup,
    :ends,
    :max_age_minutes,
    :partials,
    :hidden,
    :elsewhere
  ) do
    # Where and when it looks from. crew - Work::Match::Crews::Crew
    def slot(crew) = elsewhere ? elsewhere.slot(crew) : crew.slots.last
  end

# Around a place: place - row with town, state, latitude, longitude; miles - at most
Work::Market::Wish::Ends = Value.of(:place, :miles)

# Days of pickup with one end said: until a day after it begins, or from ever.
class Work::Market::Wish
  DAY_SECONDS = 86_400

  def self.pickup(from, upto) = ((from || Time.at(0)) .. (upto || (from + DAY_SECONDS)) if from || upto)

  # text - a place as it is typed; Raises Refused `unknown_place`, `ambiguous_place` at `/ends_at`.
  def self.ends(text, miles)
    return if text.to_s.strip.empty?

    Ends.new(place: Work::Freight::Places.one(text, "/ends_at"), miles: miles || NOTHING.radius_miles)
  end
end

# One that asks for nothing in particular.
Work::Market::Wish::NOTHING =
  Work::Market::Wish.new(
    driver_id: nil,
    radius_miles: 150,
    to: [],
    avoid: [],
    exactly: false,
    pickup: nil,
    ends: nil,
    max_age_minutes: nil,
    partials: false,
    hidden: false,
    elsewhere: nil
  )
