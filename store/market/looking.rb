# frozen_string_literal: true

# What looking for posted freight reads.
module Store::Market::Looking
  BROKER = %i[
    name
    authority_number
    authority
    bond_dollars
    credit_score
    days_to_pay
    factoring
    phone
    email
    customer_id
  ].freeze
  # What many look at at once is read anew no more often than this.
  KEPT_SECONDS = 30
  LEAVING_KEPT_SECONDS = 60

  # What is enough to choose by: thousands of rows are read of it.
  CHOSEN_BY = %i[
    id
    freight_key
    rate
    miles_tenths
    closes_at
    origin_latitude
    origin_longitude
    destination_town
    destination_state
    destination_latitude
    destination_longitude
  ].freeze

  # CHOSEN_BY of live postings that can be believed, that begin at some of the points and are of some of the kinds.
  # near - Array of [latitude, longitude]; wish - Work::Market::Wish; since - taken in after then
  def self.postings(now, near, kinds, wish, who_ref:, since: nil)
    rows =
      Store::Market::Postings
        .live(now)
        .believed
        .where(%i[origin_latitude origin_longitude] => near, :trailer_kind => kinds)
    rows = rows.where(size: "full") unless wish.partials
    rows = rows.where(destination_state: wish.to) if wish.to.any?
    rows = rows.exclude(destination_state: wish.avoid) if wish.avoid.any?
    rows = rows.where { taken_at > since } if since
    rows = can_be_picked_up(rows, wish.pickup) if wish.pickup
    rows = rows.where { posted_at >= now - (wish.max_age_minutes * 60) } if wish.max_age_minutes
    aside = Store::Market::SetAside.where(who_ref:).select(:posting_id)
    rows = rows.exclude(id: aside) unless wish.hidden
    rows.select(*CHOSEN_BY).all
  end

  # Whole rows with their broker by id. aside - set aside by somebody
  def self.whole(ids, who_ref:) =
    with_broker(Store::Market::Postings.where(Sequel[:postings][:id] => ids)).select_append(
      Sequel.as(
        { Sequel[:postings][:id] => Store::Market::SetAside.where(who_ref:).select(:posting_id) },
        :aside
      )
    ).as_hash(:id)

  # Between two instants; at any time, where a posting does not say.
  def self.can_be_picked_up(rows, during) =
    rows.where do
      ((opens_at =~ nil) | (opens_at <= during.end)) & ((closes_at =~ nil) | (closes_at >= during.begin))
    end

  # Rows that a chain may be made of: full loads with a price and times, of some kinds, to no state to avoid and free of
  # our own offers. wish - Work::Market::ChainsHome::Wish
  def self.priced(now, kinds, wish)
    rows = with_broker(Store::Market::Postings.live(now).believed)
    rows =
      rows
        .where(trailer_kind: kinds, size: "full")
        .exclude(rate: nil)
        .exclude(closes_at: nil)
        .exclude(drive_minutes: nil)
    rows = rows.where { opens_at <= wish.by }
    rows = rows.exclude(destination_state: wish.avoid).exclude(origin_state: wish.avoid) if wish.avoid.any?
    rows.exclude(
      freight_key: Store::Market::Offers.where(state: Core::Market::HOLDING).select(:freight_key)
    ).all
  end

  def self.posting(id, who_ref: nil) = whole([id], who_ref:)[id]

  # The towns where live postings begin.
  def self.origins(now) = kept(:origins, now) { towns(Store::Market::Postings.live(now)) }

  # Of those that were taken in after an instant.
  def self.fresh_origins(now, since) = towns(Store::Market::Postings.live(now).where { taken_at > since })

  # What was posted with a price since so many seconds, by town and kind: rows with count, and the sums of rates and
  # miles.
  def self.leaving(now, seconds) =
    kept(:leaving, now, seconds: LEAVING_KEPT_SECONDS, stamp: Store::Market::Postings.min(:id)) do
      Store::Market::Postings
        .believed
        .where { posted_at >= now - seconds }
        .exclude(rate: nil)
        .exclude(miles_tenths: nil)
        .group(:origin_latitude, :origin_longitude, :trailer_kind)
        .select(
          Sequel[:origin_latitude].as(:latitude),
          Sequel[:origin_longitude].as(:longitude),
          :trailer_kind,
          Sequel.function(:count).*.as(:count),
          Sequel.function(:sum, :rate).as(:rate),
          Sequel.function(:sum, :miles_tenths).as(:miles_tenths)
        )
        .all
    end

  # Where our own open loads are picked up: rows with trailer_kind and the point.
  def self.own_pickups(now) =
    kept(:own_pickups, now, seconds: LEAVING_KEPT_SECONDS, stamp: Store::Market::Postings.min(:id)) do
      DB[:loads]
        .join(:stops, load_id: :id, position: 0)
        .where(status: "open")
        .exclude(Sequel[:stops][:latitude] => nil)
        .select(:trailer_kind, Sequel[:stops][:latitude], Sequel[:stops][:longitude])
        .all
    end

  # How many live postings cannot be believed.
  def self.doubtful(now) = kept(:doubtful, now) { Store::Market::Postings.live(now).doubtful.count }
  def self.heard_at = Store::Market::Feeds.max(:heard_at)

  # Core::Market::Poster of a row with its broker, nil for one in no register.
  def self.poster(row) =
    row[:broker_id] &&
      Core::Market::Poster.new(
        name: row[:broker_name],
        authority: row[:broker_authority],
        **%i[bond_dollars credit_score days_to_pay].to_h { |key| [key, row[:"broker_#{key}"]] }
      )

  def self.with_broker(rows) =
    rows
      .left_join(:brokers, id: Sequel[:postings][:broker_id])
      .select_all(:postings)
      .select_append(*BROKER.map { |key| Sequel[:brokers][key].as(:"broker_#{key}") })

  def self.towns(postings) =
    postings
      .exclude(origin_latitude: nil)
      .distinct
      .select(
        Sequel[:origin_town].as(:town),
        Sequel[:origin_state].as(:state),
        Sequel[:origin_latitude].as(:latitude),
        Sequel[:origin_longitude].as(:longitude)
      )
      .all

  # seconds - for so long it serves, while nothing was taken in; stamp - what else it may not outlive
  def self.kept(
    name,
    now,
    seconds: KEPT_SECONDS,
    stamp: [Store::Market::Postings.max(:id), Store::Market::Feeds.max(:heard_until)]
  )
    @kept ||= {}
    at, of, value = @kept[name]
    return value if of == stamp && (now - at).abs < seconds

    (@kept[name] = [now, stamp, yield]).last
  end
  private_class_method :kept, :towns, :can_be_picked_up
end
