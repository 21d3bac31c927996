# frozen_string_literal: true

# The JSON of what customers ask for.
module Web::Window::RequestsJson
  # rows - with customer
  def self.all(rows)
    zones = Reads::Window::Requests.zones(rows)
    rows.map { |row| one(row, zones) }
  end

  def self.one(row, zones)
    ask = row[:ask].to_h
    {
      **row.slice(:id, :customer, :asked_by, :status, :why, :load_id, :version),
      asked_at: row[:asked_at].iso8601,
      stops: ask["stops"].map { |stop| stop(stop.to_h, zones) },
      freight: ask["freight"].map { |line| line.to_h.slice("what", "pieces", "unit", "weight_lb") },
      references: (ask["references"] || []).map(&:to_h),
      trailer_kind: ask["trailer_kind"],
      notes: ask["notes"].to_s
    }
  end

  def self.stop(stop, zones) =
    {
      **%w[kind where from to].to_h { |name| [name.to_sym, stop[name]] },
      name: stop["name"].to_s,
      zone: zones.fetch(stop["where"])
    }
  private_class_method :one, :stop
end
