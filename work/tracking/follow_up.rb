# frozen_string_literal: true

# What follows from all that was told of a trip, beside where it is: what does not fit together, detention to
# propose, and what its drivers have earned. A tap waits for none of it: the worker does it a moment later
# (Jobs::FollowTrip). Repeating it changes nothing.
module Work::Tracking::FollowUp
  # Within the act that tells: once that commits.
  def self.soon(trip_id) = Jobs::FollowTrip.enqueue(trip_id:)

  def self.call(trip_id, now:)
    DB.transaction do
      # Locks in the one order: load, trip, pay run.
      load_ids = Store::Freight::TripLoads.where(trip_id:).order(:load_id).select_map(:load_id)
      Store::Freight::Loads.at(load_ids).order(:id).for_update.select_map(:id)
      trip = Store::Freight::Trips.lock(trip_id) or next
      next if Work::Tracking::CheckIn::OVER.include?(trip[:status])

      tell_customers(trip_id, now)
      told = told(trip, load_ids, now)
      tell(load_ids, trip_id, now) if told.any?
    end
  end

  # Of what has become of each load, by the stops that are done.
  def self.tell_customers(trip_id, now)
    Store::Tracking
      .done_events(trip_id)
      .each do |load_id, event, at|
        Work::Window::TellPeople.done(load_id, event, at, now:)
        Store::Window::Programs.done(load_id) if event == "delivery"
      end
  end

  # What of it was news.
  def self.told(trip, load_ids, now)
    stops = Store::Freight.trip_stops(trip[:id]).all
    outcome = Store::Tracking::Story.outcome(trip[:id], stops)
    detention = Work::Tracking::Detain.propose(trip[:id], now)
    fuel = Work::Billing::FollowFuel.of(load_ids, by: Work::Actor.system, now:).positive?
    earned = trip[:status] == "delivered" && outcome.delivered_at
    Work::Pay::EarnTrip.call(trip[:id], outcome.delivered_at, now:) if earned
    [note_findings(trip, stops, outcome), detention, fuel, earned].select(&:itself)
  end

  # Returns whether they are others than before.
  def self.note_findings(trip, stops, outcome)
    said = Work::Tracking::SaidFacts.new(trip, stops, outcome).findings
    findings = JSON.parse(JSON.generate([*outcome.findings, *said].map(&:to_h)))
    return false if trip[:findings].to_a == findings

    Store::Freight::Trips.at(trip[:id]).update(findings: Sequel.pg_jsonb(findings))
    true
  end

  def self.tell(load_ids, trip_id, now)
    told = { act: "follow_up", who: "Crew Ledger", at: now }
    load_ids.each { |load_id| Work::Act.tell("load", load_id, **told) }
    Work::Act.tell("trip", trip_id, **told)
  end
  private_class_method :tell_customers, :told, :note_findings, :tell
end
