# frozen_string_literal: true

# How far a trip has got, from what was said of it; what a driver does next; who is late, who waits, whom to
# ask.
module Core::Tracking
  # What is done at a stop, by its kind: the check-in, and what the button says.
  WORK = {
    "pickup" => %w[loaded Loaded],
    "delivery" => %w[delivered Delivered],
    "swap" => ["swapped", "Load handed over"],
    "drop" => ["dropped", "Trailer dropped"],
    "hook" => ["hooked", "Trailer hooked"],
    "yard" => %w[parked Parked]
  }.freeze

  # A stop as it is to be made. handling - live (freight is loaded or unloaded while the driver waits) or
  # drop_hook (trailers change)
  Stop =
    Value.of(:stop_id, :kind, :name, :handling) do
      def work_kind = WORK.fetch(kind).first
      def freight? = %w[pickup delivery].include?(kind)
      # Only where freight is handled beside the truck is there a beginning to tell.
      def begun? = freight? && handling == "live"
    end

  # One thing that was said of a trip: by its driver's phone or text, by dispatch, by a device.
  # key - of this saying, the same when it is repeated; stop_id - nil where it belongs to none
  # done_at - when it happened; said_at - when it was said; source - one of Fold::BELIEVED; corrects - key of
  #           the event that it puts right, or nil
  Event = Value.of(:key, :kind, :stop_id, :done_at, :said_at, :source, :signer, :corrects)

  # One stop as far as it has got. Instants are Time or nil; passed - is a later stop begun already?
  Progress =
    Value.of(
      :stop_id,
      :kind,
      :name,
      :handling,
      :arrived_at,
      :begun_at,
      :worked_at,
      :left_at,
      :signer,
      :passed
    ) do
      def done? = passed || !left_at.nil?
      def work_kind = WORK.fetch(kind).first
    end
  # code; text - to read out; stop_id - or nil; parts - what the text is made of, for another language
  Finding = Value.of(:code, :text, :stop_id, :parts)
  # status - accepted, rolling, delivered or declined, nil while nothing is said; progress - Array of
  # Progress;
  #         findings - what does not go together
  Outcome =
    Value.of(
      :status,
      :progress,
      :accepted_at,
      :pre_trip_at,
      :on_my_way_at,
      :delivered_at,
      :post_trip_at,
      :findings
    )

  # kind - a kind of check-in; stop_id - nil where it belongs to no stop; label - what the button says
  # asks - what has to be told with it; done_at - Time, nil while it is still to be done
  Step = Value.of(:kind, :stop_id, :label, :asks, :done_at)

  # What has happened, from all that was said. Indifferent to the order in which events came in and to
  # repetitions: the same events give the same answer.
  #
  # events - Array of Event; stops - Array of Stop, in the order in which they are to be made
  #
  # Returns Outcome.
  def self.fold(events, stops) = Fold.new(events, stops).outcome

  # All steps of a trip in order, done and to be done. outcome - of `fold`
  def self.steps(outcome) = Steps.new(outcome).all

  # Arrivals and departures at a place, from positions. See Geofence.
  def self.crossings(fence, dwell_minutes, pings) = Geofence.new(fence, dwell_minutes).crossings(pings)

  # The driver's one next step, after the last that is done; nil when nothing is left to do.
  def self.next_step(outcome) = steps(outcome).then { |all| all[(all.rindex(&:done_at) || -1) + 1] }

  # What of times and places cannot be. visits - Array of Doubts::Visit. Returns Array of Finding.
  def self.doubts(visits) = Doubts.of(visits)

  # Whole minutes at a stop, from arrival to departure; at the last stop to the signature, where nobody waits
  # for a departure. 0 where either is not known.
  def self.dwell_minutes(arrived_at:, worked_at:, left_at:)
    ends_at = left_at || worked_at
    arrived_at && ends_at ? ((ends_at - arrived_at) / 60).to_i : 0
  end
end
