# frozen_string_literal: true

# Looking around a place without a truck, and states that have a name: routes and JSON.
class Web::Market::Around
  def self.registered(app)
    app.get("/api/market/around") { json Web::Market::Around.new(now, by).of(parameters) }
    app.get("/api/market/postings/:id/crews") { json Web::Market::Around.new(now, by).crews(id) }
    app.get("/api/market/areas") { json Web::Market::Around.areas }
    app.post("/api/market/areas") do
      Work::Market::KeepArea.call(input, by:, now:)
      json Web::Market::Around.areas, status: 201
    end
    app.delete("/api/market/areas/:id") do
      Work::Market::KeepArea.drop(id, by:, now:)
      json Web::Market::Around.areas
    end
  end

  def self.areas =
    Reads::Market.areas.map { |row| { **row.slice(:id, :name, :who), states: row[:states].to_a } }

  def initialize(now, by)
    @now = now
    @by = by
  end

  def of(parameters)
    kind = parameters[:trailer_kind]
    wish = Web::Market.wish(parameters)
    answer = Work::Market::LookAround.new(@now, @by).call(wish, kind ? [kind] : Core::Fit::Judge::KIND.keys)
    {
      as_of: @now.iso8601,
      heard_at: Web::Figures.iso(answer.heard_at),
      place: "#{answer.place[:town]}, #{answer.place[:state]}",
      at: answer.at.iso8601,
      zone: answer.place[:zone],
      **answer.to_h.slice(:seen, :unpriced, :doubtful),
      rows: answer.found.map { |found| row(found) }
    }
  end

  def crews(posting_id)
    json = Web::Match::FitJson.new(Work::Match::Crews.at(@now), @now)
    Work::Market::LookAround.new(@now, @by).crews(posting_id).map { |fit| json.fit(fit) }
  end

  private

  def row(found)
    row = found.row
    {
      **Web::Market::Finds.posted(found),
      **row.slice(:trailer_kind, :note),
      zone: row[:origin_zone],
      delivery_zone: row[:destination_zone],
      **%i[origin destination].zip(Work::Market::Posted.ends(row)).to_h,
      empty_miles: Web::Figures.miles(BigDecimal(found.reach.tenths) / 10),
      loaded_miles: row[:miles_tenths] && Web::Figures.miles(BigDecimal(row[:miles_tenths]) / 10)
    }
  end
end
