# frozen_string_literal: true

# The life of a load: which status may follow which.
module Core::Freight::Statuses
  NEXT = {
    "open" => %w[planned cancelled],
    "planned" => %w[open sent cancelled],
    "sent" => %w[open planned accepted cancelled],
    "accepted" => %w[open planned rolling cancelled],
    "rolling" => %w[delivered cancelled],
    # A customer may ask for another paper than the proof of delivery.
    "delivered" => %w[papers_in billed],
    "papers_in" => %w[billed],
    # An invoice that is taken back leaves its loads to be billed anew.
    "billed" => %w[closed papers_in delivered],
    "closed" => %w[papers_in delivered],
    "cancelled" => []
  }.freeze
  # Its stops, freight and crew may still change.
  CHANGEABLE = %w[open planned sent accepted].freeze

  # Whose bill may be made; one that is cancelled is billed where the truck is charged that was ordered and not used.
  BILLABLE = %w[delivered papers_in].freeze

  # What it costs may still change.
  UNBILLED = [*CHANGEABLE, "rolling", *BILLABLE].freeze

  # What has happened to a load stays, whatever becomes of its trips.
  HAPPENED = %w[delivered papers_in billed closed cancelled].freeze

  # What a load is by what its trips are: one trip, or the parts of a relay in order; those declined or called
  # off are none. A load is told, accepted and set out with its first trip, and delivered with its last.
  def self.by_trips(load_status, trip_statuses)
    return load_status if HAPPENED.include?(load_status)
    return "open" if trip_statuses.empty?
    return "delivered" if trip_statuses.last == "delivered"

    trip_statuses.first == "delivered" ? "rolling" : trip_statuses.first
  end

  def self.step(from, to)
    return to if NEXT.fetch(from).include?(to)

    raise Refused.new(
            "wrong_status",
            "A load that is #{from.tr("_", " ")} cannot become #{to.tr("_", " ")}.",
            path: "/status"
          )
  end
end
