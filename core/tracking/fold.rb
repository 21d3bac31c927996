# frozen_string_literal: true

# Reads a trip's story from what was said of it.
#
# Nothing here depends on the order of arrival. Of several tellings of one step the most believed source
# stands, then the earlier time, then the key. A correction names the key of what it corrects, and of several
# corrections the one said last stands; it may arrive before what it corrects. `withdrawn` takes a saying back
# whole. Times that run
# backwards are lifted to the step before them and reported, e.g. arrived 10:20, loaded 10:05: loaded counts
# as 10:20 until
# somebody puts one of them right.
class Core::Tracking::Fold
  # Whose word counts first where several told the same step.
  BELIEVED = %w[cab text dispatcher link device geofence].freeze

  def initialize(events, stops)
    @stops = stops
    @said = settled(events)
    @tellings =
      @said
        .group_by { |event| [event.kind, event.stop_id] }
        .transform_values do |same|
          same.sort_by { |event| [BELIEVED.index(event.source), event.done_at, event.key] }
        end
    @findings = []
  end

  def outcome
    progress = walk
    stray
    declined = declined?
    delivered_at = progress.last&.worked_at unless declined
    Core::Tracking::Outcome.new(
      status: status(declined, delivered_at),
      progress:,
      accepted_at: at("accepted"),
      pre_trip_at: at("pre_trip"),
      on_my_way_at: at("on_my_way"),
      delivered_at:,
      post_trip_at: at("post_trip"),
      findings:
        @findings.sort_by do |found|
          [@stops.index { |stop| stop.stop_id == found.stop_id } || -1, found.code, found.text]
        end
    )
  end

  private

  def told_of_a_stop?
    @tellings.any? do |(kind, stop_id), _|
      stop_id && on_trip?(stop_id) && !%w[paper note customer_note].include?(kind)
    end
  end

  # Each saying once, at the time that its last correction gives it.
  def settled(events)
    once =
      events
        .group_by(&:key)
        .values
        .map { |same| same.min_by { |event| [event.said_at, event.done_at, event.kind] } }
    corrections, steps = once.partition(&:corrects)
    last =
      corrections
        .group_by(&:corrects)
        .transform_values { |list| list.max_by { |event| [event.said_at, event.key] } }
    steps
      .reject { |event| last[event.key]&.kind == "withdrawn" }
      .map { |event| last[event.key] ? event.with(done_at: last[event.key].done_at) : event }
  end

  def said(kind, stop_id = nil) = @tellings[[kind, stop_id]]&.first
  def at(kind) = said(kind)&.done_at

  def steps_of(stop) = ["arrived", ("begun" if stop.begun?), stop.work_kind, "left"]
  def told(stop) = steps_of(stop).map { |kind| kind && said(kind, stop.stop_id) }

  # Every stop with its times, none before the one before it.
  def walk
    reached = @stops.rindex { |stop| told(stop).any? } || -1
    latest = at("on_my_way")
    @stops.each_with_index.map do |stop, i|
      times = told(stop).map { |event| event && (latest = lifted(event, latest, stop)) }
      unfinished(stop, times) if i < reached
      Core::Tracking::Progress.new(
        **stop.to_h,
        arrived_at: times[0],
        begun_at: times[1],
        worked_at: times[2],
        left_at: times[3],
        signer: signer(stop),
        passed: i < reached
      )
    end
  end

  def lifted(event, latest, stop)
    return event.done_at if latest.nil? || event.done_at >= latest

    minutes = ((latest - event.done_at) / 60).ceil
    remark(
      "out_of_order",
      "#{stop.name}: #{event.kind} is told #{minutes} min before the step before it. Put one of the two " \
        "right.",
      stop,
      kind: event.kind,
      minutes:
    )
    latest
  end

  # A later stop is begun, and nobody said that this one's work was done.
  def unfinished(stop, times)
    if times[2].nil?
      remark(
        "step_missing",
        "#{stop.name} was left behind without a word of #{stop.work_kind}.",
        stop,
        kind: stop.work_kind
      )
    end
  end

  # By the most believed telling that names one.
  def signer(stop)
    tellings = @tellings[[stop.work_kind, stop.stop_id]] or return
    name = tellings.map { |event| event.signer.to_s.strip }.find { |one| !one.empty? }.to_s
    if stop.kind == "delivery" && name.empty?
      remark("signer_missing", "#{stop.name}: delivered, and nobody is named who signed.", stop)
    end
    name.empty? ? nil : name
  end

  # What was said of stops that are not, or no longer, on the trip, or of work that is not done there.
  def stray
    stops = @stops.to_h { |stop| [stop.stop_id, stop] }
    @said
      .select(&:stop_id)
      .each do |event|
        stop = stops[event.stop_id]
        if stop &&
             (steps_of(stop).include?(event.kind) || %w[begun paper note customer_note].include?(event.kind))
          next
        end

        remark(
          stop ? "wrong_step" : "stop_gone",
          (
            if stop
              "#{event.kind} was told of #{stop.name}, a #{stop.kind}."
            else
              "#{event.kind} was told of a stop that is not on the trip."
            end
          ),
          stop,
          kind: event.kind
        )
      end
  end

  # A trip can be declined until it begins.
  def declined?
    declined = said("declined") or return false
    begun =
      @said
        .select do |event|
          event.kind == "on_my_way" || (event.stop_id && !%w[paper note customer_note].include?(event.kind))
        end
        .min_by(&:done_at)
    return true if begun.nil?

    before = begun.done_at <= declined.done_at
    remark(
      before ? "declined_under_way" : "went_on_after_declining",
      (
        if before
          "Declined when the trip had begun: call the driver."
        else
          "Declined, and then #{begun.kind} was told: call the driver."
        end
      ),
      nil,
      kind: begun.kind
    )
    !before
  end

  def status(declined, delivered_at)
    return "declined" if declined
    return "delivered" if delivered_at
    return "rolling" if said("on_my_way") || told_of_a_stop?

    "accepted" if said("accepted") || said("pre_trip")
  end

  def on_trip?(stop_id) = @stops.any? { |stop| stop.stop_id == stop_id }
  def remark(code, text, stop, **parts)
    parts = { place: stop.name, **parts } if stop
    @findings << Core::Tracking::Finding.new(code:, text:, stop_id: stop&.stop_id, parts:)
  end
end
