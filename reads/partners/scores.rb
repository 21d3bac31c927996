# frozen_string_literal: true

# What partners did for us (Core::Partners::Score), told from their trips, their stops and what they were offered.
module Reads::Partners::Scores
  ANSWERED = %w[accepted refused expired].freeze

  # Returns { partner id => Score } of all of them.
  def self.of(partner_ids)
    trips = trips(partner_ids)
    stops = stops(partner_ids).to_hash(:partner_id)
    offers, claims = offers(partner_ids), claims(partner_ids)
    partner_ids.to_h do |id|
      mine = trips.select { |row| row[:partner_id] == id }
      answered = ANSWERED.sum { |status| offers.fetch([id, status], 0) }
      told = {
        trips: mine.count { |row| row[:status] == "delivered" },
        called_off: mine.count { |row| row[:status] == "declined" },
        stops: stops.dig(id, :stops) || 0,
        on_time: stops.dig(id, :on_time) || 0,
        offers: answered,
        accepted: offers.fetch([id, "accepted"], 0),
        claims: claims.fetch(id, 0)
      }
      [id, Core::Partners::Score.new(**told, **against_lanes(mine, trips))]
    end
  end

  # What a partner's trips cost beside what the others of the same lanes do by the mile; a trip of which no other is
  # known says nothing.
  def self.against_lanes(mine, trips)
    compared =
      mine.filter_map do |row|
        next if row[:cost].nil? || row[:status] != "delivered"

        others =
          trips.select { |one| one[:cost] && lane(one) == lane(row) && one[:partner_id] != row[:partner_id] }
        miles = others.sum { |one| one[:loaded_miles] }
        next unless miles.positive?

        [Money.cents(row[:cost]), Money.cents(others.sum { |one| one[:cost] } / miles * row[:loaded_miles])]
      end
    { cost_cents: compared.sum(&:first), lane_cents: compared.sum(&:last) }
  end

  def self.lane(row) = row.values_at(:from, :to)

  # What delivered trips of all partners cost, and how far they went between which states.
  def self.trips(partner_ids)
    cost =
      DB[:partner_costs]
        .where(Sequel[:partner_costs][:trip_id] => Sequel[:partner_trips][:trip_id])
        .select { sum(amount) }
    DB[:partner_trips]
      .join(:trips, id: :trip_id)
      .join(:loads, id: Sequel[:partner_trips][:load_id])
      .where(Sequel.|({ partner_id: partner_ids }, { Sequel[:trips][:status] => "delivered" }))
      .select(
        :partner_id,
        Sequel[:trips][:status],
        :loaded_miles,
        Sequel.function(:right, :origin, 2).as(:from),
        Sequel.function(:right, :destination, 2).as(:to),
        cost.as(:cost)
      )
      .all
  end

  # Stops with an appointment that were reached, and reached before it was over.
  def self.stops(partner_ids) =
    DB[:partner_trips]
      .join(:trip_stops, trip_id: Sequel[:partner_trips][:trip_id])
      .join(:stops, id: Sequel[:trip_stops][:stop_id])
      .where(partner_id: partner_ids)
      .exclude(arrived_at: nil)
      .exclude(from_at: nil)
      .group(:partner_id)
      .select(:partner_id, Sequel.function(:count).*.as(:stops))
      .select_append(
        Sequel
          .function(:count)
          .*
          .filter(Sequel[:arrived_at] <= Sequel.function(:coalesce, :to_at, :from_at))
          .as(:on_time)
      )

  def self.offers(partner_ids) =
    DB[:tender_offers]
      .where(partner_id: partner_ids)
      .group_and_count(:partner_id, :status)
      .to_hash(%i[partner_id status], :count)

  # Invoices of loads that they hauled of which the customer paid less, for damage or loss.
  def self.claims(partner_ids) =
    DB[:partner_trips]
      .join(:invoice_loads, load_id: :load_id)
      .join(:invoice_claims, invoice_id: :invoice_id)
      .where(partner_id: partner_ids)
      .group_and_count(:partner_id)
      .to_hash(:partner_id, :count)
  private_class_method :against_lanes, :lane, :trips, :stops, :offers, :claims
end
