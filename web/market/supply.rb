# frozen_string_literal: true

# Freight and trucks by state, and own trucks that are posted: routes and JSON.
module Web::Market::Supply
  def self.registered(app)
    app.get("/api/market/supply") { json Web::Market::Supply.states(parameters[:trailer_kind], now) }
    app.get("/api/market/trucks") { json Web::Market::Supply.own(now) }
    app.post("/api/market/trucks") do
      json({ id: Work::Market::PostTruck.call(input, by:, now:) }, status: 201)
    end
    app.put("/api/market/trucks/:id/down") do
      Work::Market::PostTruck.down(id, version: input[:version], by:, now:)
      json Web::Market::Supply.own(now)
    end
  end

  def self.states(trailer_kind, now) =
    Reads::Market::Supply
      .states(now, trailer_kind)
      .map do |row|
        {
          **row.to_h.slice(:state, :leaving, :coming, :trucks),
          pays: Web::Figures.money(row.pays),
          paid: Web::Figures.money(row.paid),
          supply: Core::Market.supply(row.leaving, row.trucks)
        }
      end

  def self.own(now) =
    Reads::Market::Supply
      .own(now)
      .map do |row|
        {
          **row.slice(:id, :driver_id, :driver, :trailer_kind, :who, :zone, :down_why, :version),
          place: "#{row[:town]}, #{row[:state]}",
          to: row[:to_states].to_a,
          **%i[free_at posted_at down_at].to_h { |key| [key, Web::Figures.iso(row[key])] },
          heard: !row[:receipt].nil?
        }
      end
end
