# frozen_string_literal: true

# What a driver does next, and whether a check-in may follow what has happened.
module Core::Tracking
  # What is done at a stop, by its kind: the check-in, and what the button says.
  WORK = { "pickup" => %w[loaded Loaded], "delivery" => %w[delivered Delivered], "swap" => ["swapped", "Load handed over"], "drop" => ["dropped", "Trailer dropped"],
           "hook" => ["hooked", "Trailer hooked"], "yard" => %w[parked Parked] }.freeze

  # One stop of a trip as far as it has got. Instants are Time or nil.
  Progress = Value.of(:stop_id, :kind, :name, :arrived_at, :worked_at, :left_at) do
    def done? = !left_at.nil?
    def begun? = !arrived_at.nil?
    def work_kind = WORK.fetch(kind).first
    def last_at = [arrived_at, worked_at, left_at].compact.last
  end
  # kind - a kind of check-in; stop_id - nil where it belongs to no stop; label - what the button says
  Step = Value.of(:kind, :stop_id, :label, :needs_signer)

  # The phone's clock may be a little ahead; more than this is refused.
  FUTURE_TOLERANCE_SECONDS = 15 * 60

  # The one next step of a trip, or nil when the driver has nothing left to do.
  #
  # state - the trip's state; stops - Progress in order
  def self.next_step(state, stops)
    case state
    when "sent" then Step.new(kind: "accepted", stop_id: nil, label: "Accept", needs_signer: false)
    when "accepted" then Step.new(kind: "on_my_way", stop_id: stops.first.stop_id, label: "On my way to #{stops.first.name}", needs_signer: false)
    when "rolling" then stops.find { |stop| !finished?(stop, stops) }&.then { |stop| step_at(stop) }
    end
  end

  # Refuses a check-in that does not follow: `not_now`, `in_future`, `before_last`, `signer_missing`.
  # Returns the Step it does.
  def self.check(state, stops, kind:, stop_id:, done_at:, signer:, now:)
    check_time(stops, done_at, now)
    step = next_step(state, stops)
    unless step && step.kind == kind && (stop_id.nil? || step.stop_id.nil? || step.stop_id == stop_id)
      raise Refused.new("not_now", step ? "The next step is: #{step.label}." : "This trip has no step left.", path: "/kind")
    end
    raise Refused.new("signer_missing", "Who signed for the freight? Type the name.", path: "/signer") if step.needs_signer && signer.to_s.strip.empty?

    step
  end

  # After the last delivery is signed for the trip is done; leaving is not waited for.
  def self.finished?(stop, stops) = stop.done? || (stop == stops.last && !stop.worked_at.nil?)

  def self.step_at(stop)
    kind, label = if !stop.begun? then ["arrived", "Arrived at #{stop.name}"]
                  elsif stop.worked_at.nil? then WORK.fetch(stop.kind)
                  else ["left", "Left #{stop.name}"]
                  end
    Step.new(kind:, stop_id: stop.stop_id, label:, needs_signer: kind == "delivered")
  end

  def self.check_time(stops, done_at, now)
    raise Refused.new("in_future", "That time is still to come: put the time right.", path: "/done_at") if done_at > now + FUTURE_TOLERANCE_SECONDS

    last_at = stops.filter_map(&:last_at).max
    raise Refused.new("before_last", "That is before the step before it: put the time right.", path: "/done_at") if last_at && done_at < last_at
  end
  private_class_method :finished?, :step_at, :check_time
end
