# frozen_string_literal: true

# The JSON of postings that were judged for a truck.
class Web::Market::Finds
  # row - of an offer
  def self.offer(row) =
    {
      **row.slice(:made_by, :state),
      made_at: row[:made_at].iso8601,
      amount: Web::Figures.money(row[:amount])
    }

  # Postings that cannot be believed, each with what is wrong about it.
  def self.doubtful(now) =
    Reads::Market
      .doubtful(now)
      .map do |row|
        {
          reference: row[:reference],
          poster: row[:broker_name] || "unknown poster",
          phone: row[:broker_phone],
          **%i[origin destination].zip(Work::Market::Posted.ends(row)).to_h,
          rate: Web::Figures.money(row[:rate]),
          posted_at: Web::Figures.iso(row[:posted_at]),
          doubts: row[:doubts].to_a
        }
      end

  # What a posting is, whether it was judged for a truck or not. found - Work::Market::Find or LookAround::Found
  def self.posted(found)
    row = found.row
    {
      posting_id: row[:id],
      reference: row[:reference],
      poster: poster(row),
      rate: Web::Figures.money(row[:rate]),
      per_loaded_mile: cents(found.per_loaded_mile_cents),
      per_mile: cents(found.per_mile_cents),
      lanes: found.lanes.filter_map { |days, lane| lane && lane(days, lane) },
      **%i[posted_at opens_at closes_at deliver_by].to_h { |key| [key, Web::Figures.iso(row[key])] },
      **row.slice(:weight_lb, :size),
      others: found.others.map { |other| other(other) },
      reasons: found.reasons.map(&:to_h),
      record: found.record,
      offer: found.offer && offer(found.offer),
      aside: row[:aside],
      by_hand: row[:service] == Core::Market::SHEET
    }
  end

  def self.cents(value) = value && Money.text(value)

  def self.poster(row) =
    {
      name: row[:broker_name] || "unknown poster",
      **%i[authority_number credit_score days_to_pay factoring phone].to_h do |key|
        [key, row[:"broker_#{key}"]]
      end
    }

  def self.lane(days, lane) =
    {
      days:,
      **lane.to_h.slice(:count, :borrowed_percent, :wider),
      thin: lane.thin?,
      **%i[low median high].to_h { |key| [key, format("%.2f", lane.public_send(key))] }
    }

  def self.other(row) =
    {
      posting_id: row[:id],
      reference: row[:reference],
      poster: row[:broker_name] || "unknown poster",
      rate: Web::Figures.money(row[:rate])
    }

  private_class_method :poster, :lane, :other

  def initialize(now)
    @now = now
    @crews = Work::Match::Crews.at(now)
    @json = Web::Match::FitJson.new(@crews, now)
  end

  def of(wish, by)
    answer = Work::Market::Look.new(@now, by).call(wish)
    {
      as_of: @now.iso8601,
      heard_at: Web::Figures.iso(answer.heard_at),
      crew: @json.crew(answer.crew, answer.slot),
      **answer.to_h.slice(:seen, :unpriced, :doubtful),
      rows: answer.finds.map { |find| find(find) }
    }
  end

  # parameters - with driver_id and amount, which is what we would ask, or nil for what is posted
  def in_full(posting_id, parameters, elsewhere, by)
    amount_cents = parameters[:amount]&.then { |amount| Money.parse_cents(amount) }
    found =
      Work::Market::Look.new(@now, by).one(posting_id, parameters[:driver_id], amount_cents:, elsewhere:)
    { find: find(found), plan: @json.with_plan(found.fit), price: price(found.price) }
  end

  private

  def price(price) =
    {
      amount: Money.text(price.amount_cents),
      per_loaded_mile: Web::Market::Finds.cents(price.per_loaded_mile_cents),
      per_mile: Web::Market::Finds.cents(price.per_mile_cents),
      floor: Money.text(price.floor_cents),
      margin: Money.text(price.margin_cents),
      deadhead: Money.text(price.deadhead_cents)
    }

  def find(find)
    {
      **self.class.posted(find),
      with_next: Web::Market::Finds.cents(find.with_next_cents),
      onward: onward(find.onward),
      fit: @json.fit(find.fit)
    }
  end

  def onward(worth) =
    {
      worth: Money.text(worth.worth_cents),
      net: Money.text(worth.net_cents),
      **worth.to_h.slice(:a_day, :own, :wait_minutes)
    }
end
