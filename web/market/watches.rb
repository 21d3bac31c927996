# frozen_string_literal: true

# Searches that run by themselves: their routes and their JSON.
class Web::Market::Watches
  def self.registered(app)
    app.get("/api/market/watches") { json Web::Market::Watches.new(now, by).board(parameters[:all] || false) }
    app.get("/api/market/watches/unseen") { json({ unseen: Reads::Market::Watches.unseen(now, by.ref) }) }
    app.post("/api/market/watches") { json({ id: Work::Market::Watch.begin(input, by:, now:) }, status: 201) }
    app.put("/api/market/watches/:id/end") do
      Work::Market::Watch.end(id, version: input[:version], by:, now:)
      json({})
    end
    app.put("/api/market/watches/:id/take") do
      Work::Market::Watch.take(id, version: input[:version], by:, now:)
      json({})
    end
    app.put("/api/market/watch-finds") do
      Work::Market::Watch.settle(input, by:, now:)
      json({})
    end
  end

  def initialize(now, by)
    @now = now
    @by = by
    @crews = Work::Match::Crews.at(now)
  end

  # all - everybody's, not only one's own
  def board(all)
    board = Reads::Market::Watches.board(@now, who_ref: all ? nil : @by.ref)
    {
      as_of: @now.iso8601,
      watches: board.watches.map { |row| watch(row) },
      finds: board.finds.map { |find| find(find) }
    }
  end

  private

  def watch(row) =
    {
      **row.slice(
        :id,
        :who,
        :driver_id,
        :driver,
        :radius_miles,
        :partials,
        :exactly,
        :ends_at,
        :ends_miles,
        :found,
        :unseen,
        :went_by,
        :version
      ),
      mine: row[:who_ref] == @by.ref,
      to: row[:to_states].to_a,
      avoid: row[:avoid_states].to_a,
      least_profit: Web::Figures.money(row[:least_profit]),
      **%i[pickup_from pickup_to].to_h { |key| [key, Web::Figures.iso(row[key])] },
      until: Web::Figures.iso(row[:until_at])
    }

  def find(find)
    row = find.posting
    {
      posting_id: row[:id],
      reference: row[:reference],
      poster: row[:broker_name] || "unknown poster",
      **%i[origin destination].zip(Work::Market::Posted.ends(row)).to_h,
      zone: row[:origin_zone],
      **%i[posted_at opens_at closes_at].to_h { |key| [key, Web::Figures.iso(row[key])] },
      rate: Web::Figures.money(row[:rate]),
      offer: find.offer && Web::Market::Finds.offer(find.offer),
      new: find.new,
      trucks: find.trucks.map { |truck| truck(truck) }
    }
  end

  # Where each truck stands, and what it would earn.
  def truck(row)
    crew = @crews.all.find { |one| one.key.include?(row[:watch][:driver_id]) }
    slot = crew&.then { |one| one.slots.last }
    {
      find_id: row[:id],
      driver_id: row[:watch][:driver_id],
      driver: row[:watch][:driver],
      who: row[:watch][:who],
      free_at: slot && Web::Figures.iso(slot.at),
      place: slot && "#{slot.place[:town]}, #{slot.place[:state]}",
      zone: crew&.then { |one| one.drivers.first[:zone] },
      after_load: slot&.after&.dig(:load, :number),
      profit: Web::Figures.money(row[:profit]),
      verdict: row[:verdict],
      seen_by: row[:seen_by],
      seen_at: Web::Figures.iso(row[:seen_at])
    }
  end
end
