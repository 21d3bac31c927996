# frozen_string_literal: true

require "base64"
require "digest"
require "openssl"
require "securerandom"

# Links to the cab, texts and papers.
module Store::Tracking
  ReceivedTexts = Store::Table.of(:received_texts)
  Messages = Store::Table.of(:messages)
  Asks = Store::Table.of(:asks)
  Activities = Store::Table.of(:activities)
  MailboxRead = Store::Table.of(:mailbox_read)
  PaperContents = Store::Table.of(:paper_contents)
  TrackingSettings = Store::Table.of(:tracking_settings)
  GatewayCalls = Store::Table.of(:gateway_calls)

  LINK_DAYS = 30

  # A driver's link: the token is derived from a salt and the application's secret, so that the job that texts
  # it can make it again while the database holds only its digest.
  def self.link_for(driver_id, now)
    live_links.where(driver_id:).where { expires_at > now + (7 * 86_400) }.reverse(:id).first ||
      make_link(driver_id, now)
  end

  def self.token(link) =
    Base64.urlsafe_encode64(
      OpenSSL::HMAC.digest("SHA256", Settings.secret, "cab-link:#{link[:driver_id]}:#{link[:salt]}"),
      padding: false
    )

  # Of a link that asks for a check-in.
  def self.ask_token(ask) =
    Base64.urlsafe_encode64(
      OpenSSL::HMAC.digest("SHA256", Settings.secret, "ask:#{ask[:driver_id]}:#{ask[:salt]}"),
      padding: false
    )
  def self.ask_by(token, now) =
    DB[:asks].where(token_digest: Digest::SHA256.hexdigest(token)).where { expires_at > now }.first

  # What a phone that has given its PIN shows from then on.
  def self.unlock_token(driver) =
    Base64.urlsafe_encode64(
      OpenSSL::HMAC.digest("SHA256", Settings.secret, "cab-pin:#{driver[:id]}:#{driver[:pin_digest]}"),
      padding: false
    )

  # The driver of a token, or nil when it is unknown, over or revoked.
  def self.driver_by(token, now)
    live_links
      .join(:drivers, id: :driver_id)
      .where(token_digest: Digest::SHA256.hexdigest(token))
      .where { expires_at > now }
      .where(Sequel.|({ retired: false }, Sequel.~(partner_id: nil)))
      .select_all(:drivers)
      .first
  end

  # Those that ask for a check-in end with them. Returns how many of the others there were.
  def self.revoke_links(driver_id, now)
    DB[:asks].where(driver_id:).where { expires_at > now }.update(expires_at: now)
    live_links.where(driver_id:).update(revoked_at: now)
  end

  # Counts a try of a PIN before it is looked at, so that many at once are no more than so many. Returns how many
  # there were, nil where no more are let.
  def self.count_pin_try(driver_id, most)
    DB[:drivers]
      .where(id: driver_id)
      .where { pin_failures < most }
      .returning(:pin_failures)
      .update(pin_failures: Sequel[:pin_failures] + 1)
      .first
      &.fetch(:pin_failures)
  end

  def self.live_links = DB[:cab_links].where(revoked_at: nil)

  # Is or was a trip this driver's?
  def self.trip_of?(driver_id, trip_id) = !DB[:trip_drivers].where(driver_id:, trip_id:).empty?

  def self.trip_of_claim(id) = DB[:detention_claims].where(id:).get(:trip_id)
  def self.ask_schedule(load_id) = DB[:ask_schedules].first(load_id:)

  # What has become of the loads of a trip, on it and on those that carry them on: Array of [load id, `pickup` or
  # `delivery`, when], each once every stop of that kind is done.
  def self.done_events(trip_id)
    load_ids = DB[:trip_loads].where(trip_id:).select_map(:load_id)
    over = DB[:trips].where(status: %w[declined cancelled]).select(:id)
    DB[:stops]
      .left_join(DB[:trip_stops].exclude(trip_id: over).as(:done), stop_id: :id)
      .where(load_id: load_ids, kind: %w[pickup delivery])
      .group(:load_id, :kind)
      .having { bool_and(Sequel.~(worked_at: nil)) }
      .order(:load_id, Sequel.desc(:kind))
      .select_map([:load_id, :kind, Sequel.function(:max, :worked_at).as(:at)])
  end

  # All that was said of trips, as it was done.
  def self.check_ins(trip_ids) = DB[:check_ins].where(trip_id: trip_ids).order(:done_at, :id)
  def self.forecasts(trip_ids) = DB[:forecasts].where(trip_id: trip_ids)

  # What the odometer of each trip's tractor said last before that trip: Hash of trip id to miles, without
  # those of which nobody told.
  def self.odometers_before(trip_ids)
    theirs = Sequel[:theirs]
    DB[Sequel[:trip_units].as(:mine)]
      .join(:trips, id: Sequel[:mine][:trip_id])
      .join(Sequel[:trip_units].as(:theirs), unit_id: Sequel[:mine][:unit_id], role: "tractor")
      .join(:check_ins, trip_id: theirs[:trip_id])
      .where(Sequel[:mine][:role] => "tractor", Sequel[:mine][:trip_id] => trip_ids)
      .exclude(theirs[:trip_id] => Sequel[:mine][:trip_id])
      .where(Sequel[:done_at] < Sequel.function(:upper, Sequel[:trips][:during]))
      .where(Sequel.lit("details ? 'odometer'"))
      .distinct(Sequel[:mine][:trip_id])
      .order(Sequel[:mine][:trip_id], Sequel.desc(:done_at))
      .select_hash(Sequel[:mine][:trip_id], Sequel.lit("(details->>'odometer')::integer").as(:miles))
  end

  # One row; made where a company begins without.
  def self.settings =
    DB[:tracking_settings].first ||
      (DB[:tracking_settings].insert_conflict.insert(id: 1) && DB[:tracking_settings].first)

  # The zone where a trip is now: of the stop that was reached last, or of the first.
  def self.zone_of(trip)
    stops = DB[:trip_stops].join(:stops, id: :stop_id).where(trip_id: trip[:id])
    stops.exclude(arrived_at: nil).reverse(Sequel[:trip_stops][:position]).get(:zone) ||
      stops.order(Sequel[:trip_stops][:position]).get(:zone)
  end

  # Minutes that the latest stops at places took, latest first, where arrival and departure are known.
  #
  # places - Array of [name, ZIP]
  #
  # Returns Hash by place.
  STAYS = 40
  def self.stays(places)
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(%i[name zip] => places)
      .exclude(arrived_at: nil)
      .where(Sequel.lit("coalesce(left_at, worked_at) > arrived_at"))
      .select(
        :name,
        :zip,
        Sequel.lit(
          "(extract(epoch from coalesce(left_at, worked_at) - arrived_at) / 60)::integer AS minutes"
        ),
        Sequel.lit("row_number() OVER (PARTITION BY name, zip ORDER BY arrived_at DESC) AS nth")
      )
      .from_self
      .where { nth <= STAYS }
      .order(:nth)
      .select_map(%i[name zip minutes])
      .group_by { |name, zip, _| [name, zip] }
      .transform_values { |rows| rows.map(&:last) }
  end

  # Those that are older than the company keeps them.
  def self.forget_positions(now) =
    DB[:positions].where { at < now - (Store::Tracking.settings[:positions_kept_days] * 86_400) }.delete

  # The link of its row, and the question of its row, with which a text is completed.
  def self.cab_address(link_id) = "cab##{token(DB[:cab_links].first(id: link_id))}"
  def self.ask_address(ask_id) = "ask##{ask_token(DB[:asks].first(id: ask_id))}"

  # A text that has not left yet, or nil.
  def self.unsent_text(id) = DB[:texts].first(id:, status: "written")

  # The last position that is known of a trip.
  def self.last_position(trip_id) = DB[:positions].where(trip_id:).reverse(:at).first

  def self.make_link(driver_id, now)
    link = { driver_id:, salt: SecureRandom.hex(16), expires_at: now + (LINK_DAYS * 86_400) }
    link[:token_digest] = Digest::SHA256.hexdigest(token(link))
    link.merge(id: DB[:cab_links].insert(link))
  end
  private_class_method :make_link
end
