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
      start: spot(answer.slot.place),
      to: "#{answer.place[:town]}, #{answer.place[:state]}",
      zone: answer.place[:zone],
      **answer.to_h.slice(:considered, :milliseconds),
      chains: answer.chains.map { |made| chain(made, answer.slot) }
    }
  end

  private

  def wish(parameters)
    keys = ->(name) { parameters[name].to_s.split(",") }
    Work::Market::ChainsHome::Wish.new(
      driver_id: parameters[:driver_id],
      place: Work::Freight::Places.one(parameters[:to], "/to"),
      by: parameters[:by],
      within_miles: parameters[:within_miles] || WITHIN_MILES,
      deadhead_miles: parameters[:deadhead_miles] || DEADHEAD_MILES,
      max_loads: parameters[:max_loads] || MOST_LOADS,
      avoid: keys.call(:avoid),
      without: keys.call(:without),
      wanted: keys.call(:wanted),
      least_per_day: parameters[:least_per_day]&.to_d
    )
  end

  # made - Work::Market::ChainsHome::Made
  def chain(made, slot)
    said = made.chain.to_h
    {
      **said.slice(:tolls, :daily, :profit, :profit_per_day, :arrive_at),
      revenue: Money.text(made.revenue_cents),
      miles_and_pay: Money.text(made.miles_and_pay_cents),
      loaded_miles: said[:loaded_miles].to_s,
      deadhead_miles: said[:deadhead_miles].to_s,
      **@json.ribbon(slot, made.plan),
      links: made.pieces.zip(made.legs).map { |piece, leg| link(piece, leg) }
    }
  end

  # piece - Work::Market::ChainFreight::Piece; leg - the empty one before it
  def link(piece, leg)
    row = piece.row
    {
      key: piece.key,
      posting_id: row && row[:id],
      load_id: row ? nil : piece.freight.row[:id],
      reference: piece.freight.row[:number],
      poster: piece.freight.row[:customer],
      origin: town(piece.from),
      destination: town(piece.to),
      from: spot(piece.from),
      to: spot(piece.to),
      **%i[opens_at closes_at deliver_by].to_h { |key| [key, Web::Figures.iso(piece.public_send(key))] },
      zone: piece.from[:zone],
      rate: Money.text(piece.rate_cents),
      miles: miles(piece.miles_tenths),
      deadhead_miles: miles(leg.tenths)
    }
  end

  def town(row) = "#{row[:town]}, #{row[:state]}"
  def spot(row) = row.slice(:latitude, :longitude)
  def miles(tenths) = Web::Figures.miles(BigDecimal(tenths) / 10)
end
