# frozen_string_literal: true

# Freight and trucks by state, and own trucks that are posted.
module Reads::Market::Supply
  # leaving, coming - live postings from and to the state; trucks - posted there by all carriers, nil before anybody
  # told; pays, paid - median dollars a mile of what leaves and comes in 15 days, or nil
  State = Value.of(:state, :leaving, :coming, :trucks, :pays, :paid)
  DAYS = 15

  # Array of State, by how much leaves.
  def self.states(now, trailer_kind)
    live = Store::Market::Postings.live(now).believed.where(trailer_kind:)
    leaving, coming =
      %i[origin_state destination_state].map { |end_| live.group_and_count(end_).to_hash(end_, :count) }
    trucks = Store::Market::TruckCounts.where(trailer_kind:).to_hash(:state, :count)
    # Nobody has told yet how many there are.
    counted = Store::Market::TruckCounts.any?
    prices = Store::Market::LanePrices.of_states(trailer_kind)
    anywhere = Store::Market::LanePrices::ANYWHERE
    (leaving.keys | coming.keys | trucks.keys)
      .map do |state|
        State.new(
          state:,
          leaving: leaving[state] || 0,
          coming: coming[state] || 0,
          trucks: counted ? trucks[state] || 0 : nil,
          pays: prices.dig([DAYS, state, anywhere], :median),
          paid: prices.dig([DAYS, anywhere, state], :median)
        )
      end
      .sort_by { |row| [-row.leaving, row.state] }
  end

  # Own trucks that are posted, and those that came down of late.
  def self.own(now) =
    Store::Market::PostedTrucks
      .where { (down_at =~ nil) | (down_at > now - 86_400) }
      .join(:drivers, id: :driver_id)
      .order(Sequel.desc(:down_at, nulls: :first), :free_at)
      .select_all(:posted_trucks)
      .select_append(Sequel[:drivers][:name].as(:driver))
      .all
end
