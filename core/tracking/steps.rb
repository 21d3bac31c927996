# frozen_string_literal: true

# The steps of a trip, as the phone offers them one after the other.
class Core::Tracking::Steps
  # What is asked with a step: common practice of the trade.
  ASKS = {
    "pre_trip" => %w[tractor trailer odometer],
    "post_trip" => %w[odometer],
    "loaded" => %w[bol seal quantity temperature],
    "delivered" => %w[signer quantity temperature],
    "dropped" => %w[trailer_dropped],
    "hooked" => %w[trailer_taken]
  }.freeze
  # Where trailers change instead of freight being handled.
  DROP_HOOK_ASKS = {
    "loaded" => %w[trailer_dropped trailer_taken bol seal],
    "delivered" => %w[trailer_dropped trailer_taken signer]
  }.freeze
  BEGUN = { "pickup" => "Loading begun", "delivery" => "Unloading begun" }.freeze

  def initialize(outcome)
    @outcome = outcome
  end

  def all
    first = @outcome.progress.first
    [
      step("accepted", nil, "Accept", @outcome.accepted_at || @outcome.pre_trip_at || under_way),
      step("pre_trip", nil, "Pre-trip inspection done", @outcome.pre_trip_at || under_way),
      step("on_my_way", nil, "On my way to #{first&.name}", under_way),
      *@outcome.progress.flat_map { |stop| of(stop) },
      step("post_trip", nil, "Parked, post-trip inspection done", @outcome.post_trip_at)
    ]
  end

  private

  # Who is somewhere already is on his way.
  def under_way =
    @outcome.on_my_way_at || @outcome.progress.filter_map { |stop| stop.arrived_at || stop.worked_at }.min

  def of(stop)
    last = stop.stop_id == @outcome.progress.last.stop_id
    label =
      (
        if stop.handling == "drop_hook" && %w[pickup delivery].include?(stop.kind)
          "Trailers changed"
        else
          Core::Tracking::WORK.fetch(stop.kind).last
        end
      )
    begins = stop.handling == "live" && BEGUN[stop.kind]
    [
      step("arrived", stop, "Arrived at #{stop.name}", stop.arrived_at || stop.worked_at),
      (step("begun", stop, begins, stop.begun_at || stop.worked_at) if begins),
      step(stop.work_kind, stop, label, stop.worked_at || stop.left_at),
      (step("left", stop, "Left #{stop.name}", stop.left_at) unless last)
    ].compact.map { |one| stop.passed && one.done_at.nil? ? one.with(done_at: passed_at(stop)) : one }
  end

  # When the next stop with a time was begun: then at the latest this one was over.
  def passed_at(stop)
    later = @outcome.progress.drop(@outcome.progress.index(stop) + 1)
    later.flat_map { |one| [one.arrived_at, one.begun_at, one.worked_at, one.left_at] }.compact.min
  end

  def step(kind, stop, label, done_at)
    asks = stop&.handling == "drop_hook" ? DROP_HOOK_ASKS[kind] || ASKS[kind] : ASKS[kind]
    Core::Tracking::Step.new(kind:, stop_id: stop&.stop_id, label:, asks: asks || [], done_at:)
  end
end
