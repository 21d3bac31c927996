# frozen_string_literal: true

# The life of a load: which state may follow which.
module Core::Freight::States
  NEXT = {
    "open" => %w[planned cancelled],
    "planned" => %w[open sent cancelled],
    "sent" => %w[open planned accepted cancelled],
    "accepted" => %w[open planned rolling cancelled],
    "rolling" => %w[delivered cancelled],
    "delivered" => %w[papers_in],
    "papers_in" => %w[billed],
    "billed" => %w[closed],
    "closed" => [],
    "cancelled" => []
  }.freeze
  # Its stops, freight and crew may still change.
  CHANGEABLE = %w[open planned sent accepted].freeze

  def self.step(from, to)
    return to if NEXT.fetch(from).include?(to)

    raise Refused.new(
            "wrong_state",
            "A load that is #{from.tr("_", " ")} cannot become #{to.tr("_", " ")}.",
            path: "/state"
          )
  end
end
