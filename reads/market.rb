# frozen_string_literal: true

# Our offers and the register of brokers, as their pages show them.
module Reads::Market
  OFFER = %i[
    id
    reference
    amount
    counter
    state
    made_by
    made_at
    answered_at
    load_id
    driver_id
    version
    note
    mailed_to
    confirmation
    late_answer
  ].freeze
  MOST = 200

  # Our offers, the latest first, with their posting and its broker: fields of an offer begin with `offer_`.
  def self.offers(id = nil)
    offers = Store::Market::Offers.latest_first.join(:postings, id: Sequel[:offers][:posting_id])
    offers = offers.where(Sequel[:offers][:id] => id) if id
    Store::Market::Looking
      .with_broker(offers)
      .left_join(:loads, id: Sequel[:offers][:load_id])
      .left_join(:drivers, id: Sequel[:offers][:driver_id])
      .select_append(
        *OFFER.map { |key| Sequel[:offers][key].as(:"offer_#{key}") },
        Sequel[:loads][:number].as(:load_number),
        Sequel[:drivers][:name].as(:driver_name)
      )
      .limit(MOST)
      .all
  end

  # Of links of chains those that are not to be had any more: postings that are gone or offered for, and loads that are
  # not open. keys - "P12" for a posting, "L7" for a load
  def self.gone(keys, now)
    postings, loads =
      keys.partition { |key| key.start_with?("P") }.map { |list| list.map { |key| key[1..].to_i } }
    live =
      Store::Market::Postings
        .live(now)
        .where(id: postings)
        .exclude(freight_key: Store::Market::Offers.where(state: Core::Market::HOLDING).select(:freight_key))
        .select_map(:id)
    open = Store::Freight::Loads.where(id: loads, status: "open").select_map(:id)
    [*(postings - live).map { |id| "P#{id}" }, *(loads - open).map { |id| "L#{id}" }]
  end

  # States that have a name, by it.
  def self.areas = Store::Market::Areas.order(Sequel.function(:lower, :name)).all

  # Live postings that cannot be believed, the latest first, with their broker.
  def self.doubtful(now) =
    Store::Market::Looking
      .with_broker(Store::Market::Postings.live(now).doubtful)
      .reverse(:posted_at, Sequel[:postings][:id])
      .limit(MOST)
      .all

  # Of the register by number or a part of the name: rows, each with what speaks against them.
  def self.brokers(text)
    effects = Store::Match.effects
    Store::Market::Brokers
      .called(text)
      .limit(MOST_BROKERS)
      .map do |row|
        poster = Core::Market::Poster.new(**row.slice(*POSTER))
        { **row, reasons: Core::Market.standing(poster, effects:) }
      end
  end
  MOST_BROKERS = 20
  POSTER = Core::Market::Poster::FIELDS
end
