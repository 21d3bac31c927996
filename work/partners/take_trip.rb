# frozen_string_literal: true

# A load becomes a partner's trip: it has stops, a forecast, a diary and papers like any other, and nobody of ours
# drives it.
module Work::Partners::TakeTrip
  NOBODY = { driver_ids: [], tractor_id: nil, trailer_id: nil }.freeze

  # Within an act that holds the load. terms - { terms:, terms_version: }
  def self.call(load, offer, partner, terms:, act:)
    planned = Core::Freight.step(load[:status], "planned")
    trip_id = Work::Freight::TripPlan.new(load[:id]).make(NOBODY)
    Store::Freight::Trips.at(trip_id).update(status: "accepted")
    agree(trip_id, load, offer, terms, act.now)
    status = Core::Freight::Statuses.by_trips(planned, ["accepted"])
    Store::Freight::Loads.change(load, status:, crew: partner[:name])
    Work::Freight::SearchText.write(load[:id])
    act.changed_all(
      [["load", load[:id]], ["partner", partner[:id]], ["trip", trip_id]],
      {
        status: [load[:status], status],
        crew: [nil, partner[:name]],
        price: [nil, Money.rate_text(offer[:price])],
        accepted_by: [nil, offer[:answered_by]]
      },
      why: offer[:why]
    )
    Work::Tracking::FollowUp.soon(trip_id)
    trip_id
  end

  def self.agree(trip_id, load, offer, terms, now)
    Store::Partners::Trips.insert(
      trip_id:,
      partner_id: offer[:partner_id],
      load_id: load[:id],
      offer_id: offer[:id],
      accepted_at: now,
      accepted_by: offer[:answered_by],
      accepted_from: offer[:answered_from],
      version: 1,
      **terms
    )
    Store::Partners::Costs.insert(
      trip_id:,
      position: 0,
      code: "line_haul",
      label: Core::Partners::COSTS.fetch("line_haul"),
      amount: offer[:price]
    )
    Jobs::WriteConfirmation.enqueue(trip_id:, number: 1)
  end
  private_class_method :agree
end
