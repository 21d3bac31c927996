# frozen_string_literal: true

# The JSON of chains that bring a truck where it should be.
class Web::Market::Chains
  WITHIN_MILES = 75
  DEADHEAD_MILES = 150
  MOST_LOADS = 4

  def initialize(now)
    @now = now
    @json = Web::Match::FitJson.new(Work::Match::Crews.at(now), now)
  end

  # parameters - of the request. Raises Refused `unknown_place`, `ambiguous_place`.
  def of(parameters)
    answer = Work::Market::ChainsHome.new(@now).call(wish(parameters))
    {
      as_of: @now.iso8601,
      crew: @json.crew(answer.crew, answer.slot),
      to: "#{answer.place[:town]}, #{answer.place[:state]}",
      zone: answer.place[:zone],
      **answer.to_h.slice(:considered, :milliseconds),
      chains: answer.chains.map { |made| chain(made) }
    }
  end

  private

  def wish(parameters) =
    Work::Market::ChainsHome::Wish.new(
      driver_id: parameters[:driver_id],
      place: Work::Freight::Places.one(parameters[:to], "/to"),
      by: parameters[:by],
      within_miles: parameters[:within_miles] || WITHIN_MILES,
      deadhead_miles: parameters[:deadhead_miles] || DEADHEAD_MILES,
      max_loads: parameters[:max_loads] || MOST_LOADS,
      avoid: parameters[:avoid].to_s.split(","),
      without: parameters[:without].to_s.split(",").map(&:to_i)
    )

  # made - Work::Market::ChainsHome::Made
  def chain(made)
    said = made.chain.to_h
    {
      **said.slice(:tolls, :daily, :profit, :profit_per_day, :arrive_at),
      revenue: Money.text(made.revenue_cents),
      miles_and_pay: Money.text(made.miles_and_pay_cents),
      loaded_miles: said[:loaded_miles].to_s,
      deadhead_miles: said[:deadhead_miles].to_s,
      links: made.rows.map { |row| link(row) }
    }
  end

  def link(row) =
    {
      posting_id: row[:id],
      reference: row[:reference],
      poster: row[:broker_name] || "unknown poster",
      origin: "#{row[:origin_town]}, #{row[:origin_state]}",
      destination: "#{row[:destination_town]}, #{row[:destination_state]}",
      **%i[opens_at closes_at deliver_by].to_h { |key| [key, Web::Figures.iso(row[key])] },
      zone: row[:origin_zone],
      rate: Web::Figures.money(row[:rate]),
      miles: Web::Figures.miles(BigDecimal(row[:miles_tenths]) / 10)
    }
end
