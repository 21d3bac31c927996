# frozen_string_literal: true

# The JSON of the driver's phone.
module Web::Tracking::Present
  def self.cab(by, now)
    { driver: by.name, company: Store::Company.row[:name], now: now.iso8601, trips: Store::Tracking.cab_trips(by.id, now).map { |row| present(row, by.id) }, duty: duty(by, now) }
  end

  # What the check-ins of the last days say of the driver's duty, to be answered; times in the home terminal's zone.
  def self.duty(by, now)
    zone = Store::Hours.drivers(by.id).get(:zone)
    Store::Hours.proposals(by.id, now - (3 * 86_400)).map { |row| { id: row[:id], from: row[:from_at].iso8601, status: row[:status], zone: } }
  end

  # One trip as this driver sees it; a declined one is gone from the phone but still answered for.
  def self.trip(trip_id, driver_id)
    row = DB[:trips].join(:trip_drivers, trip_id: :id).where(Sequel[:trips][:id] => trip_id, driver_id:).select_all(:trips).first or raise Work::NotFound.new("trip", trip_id)
    present(row, driver_id)
  end

  def self.present(trip, driver_id)
    trip_stops = Store::Freight.trip_stops(trip[:id]).all
    load = DB[:loads].join(:trip_loads, load_id: :id).where(trip_id: trip[:id]).order(:load_id).select_all(:loads).first
    papers = Store::Tracking.papers(trip_stops.filter_map { |stop| stop[:load_id] }.uniq).all
    step = Core::Tracking.next_step(trip[:state], Work::Tracking::Progress.from(trip_stops))
    {
      **trip.slice(:id, :number, :state), **units(trip[:id]), miles: Money.rate_text(trip[:loaded_miles], places: 1),
                                                              customer: load ? DB[:customers].where(id: load[:customer_id]).get(:name) : "", freight: load ? freight(load[:id]) : "empty",
                                                              references: DB[:load_references].where(load_id: load&.fetch(:id)).order(:position).map { |row| "#{row[:kind].tr("_", " ")} #{row[:value]}" },
                                                              stops: stops(trip_stops, papers), next: step&.to_h, can_decline: %w[sent accepted].include?(trip[:state]),
                                                              changes: DB[:trip_changes].where(trip_id: trip[:id], driver_id:, seen_at: nil).order(:id).select(:id, :what).all,
                                                              papers_missing: !load.nil? && !papers.map { |paper| paper[:kind] }.intersect?(%w[bol pod])
    }
  end

  def self.units(trip_id)
    by_role = Store::Freight.trip_units(trip_id).to_hash(:role, :number)
    { tractor: by_role["tractor"], trailer: by_role["trailer"] }
  end

  def self.freight(load_id)
    Store::Freight.parts(:freight_lines, load_id).map do |line|
      [line[:pieces] && "#{line[:pieces]} #{line[:unit]}".strip, line[:what], line[:weight_lb] && "#{line[:weight_lb].to_s.reverse.scan(/\d{1,3}/).join(",").reverse} lb"].compact.join(", ")
    end.join("; ")
  end

  def self.stops(trip_stops, papers)
    rows = DB[:stops].left_join(:places, id: :place_id).where(Sequel[:stops][:id] => trip_stops.map { |stop| stop[:stop_id] })
                     .select_all(:stops).select_append(:contact, Sequel[:places][:phone].as(:phone), :driver_notes).to_hash(:id)
    trip_stops.map do |trip_stop|
      row = rows[trip_stop[:stop_id]]
      {
        unit: trip_stop[:unit], **row.slice(:id, :kind, :name, :address, :town, :state, :zip, :zone, :notes), contact: row[:contact].to_s, phone: row[:phone].to_s, driver_notes: row[:driver_notes].to_s,
        miles: Money.rate_text(trip_stop[:miles], places: 1), from: row[:from_at]&.iso8601, to: row[:to_at]&.iso8601, **%i[arrived_at worked_at left_at].to_h { |at| [at, trip_stop[at]&.iso8601] },
        papers: papers.select { |paper| paper[:stop_id] == row[:id] }.map { |paper| paper.slice(:id, :kind) }
      }
    end
  end
  private_class_method :present, :units, :freight, :stops
end
