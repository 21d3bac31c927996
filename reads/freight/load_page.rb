# frozen_string_literal: true

# One load with all that belongs to it.
module Reads::Freight::LoadPage
  # load - row; customer - row; stops - rows in order, places - rows by id; references, freight, accessorials,
  # papers - rows in order; trips - Array of Reads::Freight::Trips::Value, latest first; trailer - whether its
  # trip has one; permit_file - row or nil; permit_papers - rows of
  # permits by id of the paper; proposed_miles - row of pay_changes or nil; partner - does one haul it?
  Value =
    Core::Value.of(
      :load,
      :customer,
      :stops,
      :places,
      :references,
      :freight,
      :accessorials,
      :papers,
      :trips,
      :trailer,
      :permit_file,
      :permit_papers,
      :proposed_miles,
      :partner
    ) do
      def weight_lb = freight.sum { |line| line[:weight_lb] || 0 }

      # The greatest of a size over all lines, nil where nobody told it.
      def most(column) = freight.filter_map { |line| line[column] }.max

      # The trips that carry it, without those that were declined or called off.
      def live = trips.reject { |trip| %w[declined cancelled].include?(trip.row[:status]) }

      # Does it change trucks on the way?
      def relayed? = live.any? { |trip| trip.stops.any? { |stop| stop[:kind] == "swap" } }

      # What is still missing: Array of Core::Freight::Readiness values.
      def missing
        windows =
          stops.map do |stop|
            Core::Freight::Schedule::Window.new(kind: stop[:kind], from: stop[:from_at], to: stop[:to_at])
          end
        Core::Freight.missing(
          Core::Freight::Readiness::Facts.new(
            status: load[:status],
            windows:,
            weight_lb:,
            price_by_weight: %w[per_hundredweight per_ton].include?(load[:price_kind]),
            trailer: load[:status] != "planned" || trailer,
            papers: papers.map { |paper| paper[:kind] }
          )
        )
      end

      # With units that nobody has chosen yet.
      def gross =
        Core::Fit::Gross.of(
          freight_lb: weight_lb,
          weights: FitRules.weights,
          trailer_kind: load[:trailer_kind]
        )

      # Has it a permit file, or does it look as if it wanted one?
      def permits?
        return true if permit_file

        Core::Fit::Oversize.of(
          width_in: most(:width_in),
          height_in: most(:height_in),
          trailer_kind: load[:trailer_kind],
          gross_lb: (gross.lb unless Store::Freight::FreightLines.divisible?(freight))
        ).any?
      end
    end

  # Raises Store::NotFound where there is no such load.
  def self.check(id) = Store::Freight.load(id) || raise(Store::NotFound.new("load", id))

  # Raises Store::NotFound.
  def self.of(id)
    load = Store::Freight.load(id) or raise Store::NotFound.new("load", id)
    stops = Store::Freight.stops(id)
    papers = Store::Tracking::Papers.of(id).all
    Value.new(
      load:,
      customer: DB[:customers].first(id: load[:customer_id]),
      stops:,
      places: DB[:places].where(id: stops.filter_map { |stop| stop[:place_id] }).to_hash(:id),
      references: Store::Freight.parts(:load_references, id),
      freight: Store::Freight.parts(:freight_lines, id),
      accessorials: Store::Freight.parts(:accessorials, id),
      papers:,
      trips: Reads::Freight::Trips.of(Store::Freight.trips(id)),
      trailer: load[:status] == "planned" && trailer?(id),
      permit_file: Store::Permits.file_of(id),
      permit_papers: Store::Permits::Permits.of_papers(papers.map { |paper| paper[:id] }),
      proposed_miles: DB[:pay_changes].first(kind: "agreed_miles", load_id: id, status: "asked"),
      partner: !Store::Partners.trip_of_load(id).nil?
    )
  end

  def self.trailer?(id) =
    Store::Freight.trip_units(Store::Freight.live_trip(id)[:id]).where(role: "trailer").any?
  private_class_method :trailer?
end
