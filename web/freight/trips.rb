# frozen_string_literal: true

# Relays, stops of our own, empty trips.
module Web::Freight::Trips
  def self.registered(app)
    app.helpers { def trip(trip_id, status: 200) = json(Web::Freight::TripJson.one(trip_id, by:), status:) }
    app.get("/api/loads/:id/swap-places") { json Web::Freight::Trips.places(id, now) }
    app.post("/api/loads/:id/relay") { load Work::Freight::Relay.call(id, input, by:, now:) }
    app.delete("/api/loads/:id/relay") { load Work::Freight::UndoRelay.call(id, input, by:, now:) }
    app.get("/api/trips/empty") do
      json(Reads::Freight::Trips.empty.map { |trip| Web::Freight::TripJson.of(trip, by:) })
    end
    app.post("/api/trips/empty") { trip Work::Freight::Reposition.call(input, by:, now:), status: 201 }
    app.post("/api/trips/:id/call-off") { trip Work::Freight::Reposition.call_off(id, input, by:, now:) }
    app.post("/api/trips/:id/empty-from") { trip Work::Freight::PutRightEmpty.call(id, input, by:, now:) }
    app.post("/api/trips/:id/stops") { trip Work::Freight::OwnStop.add(id, input, by:, now:) }
    app.delete("/api/trips/:id/stops/:stop_id") do
      trip Work::Freight::OwnStop.remove(id, parameters[:stop_id], input, by:, now:)
    end
  end

  def self.places(load_id, now)
    found = Work::Freight::SwapPlaces.new(load_id, now)
    proposals = found.proposals
    tractors = Reads::Freight::Choices.unit_numbers(proposals.map { |one| one.crew.tractor_id })
    proposals.map do |one|
      town = one.spot.town
      {
        where: "#{town[:town]}, #{town[:state]}",
        zip: town[:zip],
        zone: town[:zone],
        after: found.after(one.spot),
        at: iso(one.at),
        arrives_at: iso(one.first_at),
        crew: one.crew.name,
        driver_ids: one.crew.drivers.map { |row| row[:id] },
        tractor: {
          id: one.crew.tractor_id,
          name: tractors[one.crew.tractor_id]
        },
        deadhead_minutes: one.deadhead_minutes,
        late_minutes: one.late_minutes,
        finish_at: iso(one.finish_at)
      }
    end
  end

  def self.iso(minute) = Time.at(minute * 60).utc.iso8601
  private_class_method :iso
end
