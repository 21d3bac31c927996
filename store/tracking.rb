# frozen_string_literal: true

require "base64"
require "digest"
require "openssl"
require "securerandom"

# Links to the cab, texts and papers.
module Store::Tracking
  LINK_DAYS = 30

  # A driver's link: the token is derived from a salt and the application's secret, so that the job that texts
  # it can
  # make it again while the database holds only its digest.
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
      .where(retired: false)
      .select_all(:drivers)
      .first
  end

  def self.revoke_links(driver_id, now) = live_links.where(driver_id:).update(revoked_at: now)

  def self.live_links = DB[:cab_links].where(revoked_at: nil)

  # Is or was a trip this driver's?
  def self.trip_of?(driver_id, trip_id) = !DB[:trip_drivers].where(driver_id:, trip_id:).empty?

  # What came of his own trips; and a permit by whoever carries the load, also where he took it over after it
  # was issued.
  def self.may_read?(driver_id, paper)
    trip_of?(driver_id, paper[:trip_id]) ||
      (
        paper[:kind] == "permit" &&
          !DB[:trip_loads]
            .join(:trip_drivers, trip_id: :trip_id)
            .where(load_id: paper[:load_id], driver_id:)
            .empty?
      )
  end

  # Of each trip, Hash of load id to the kinds of paper that came in for it, from any trip of the load.
  def self.paper_kinds(trip_ids)
    DB[:trip_loads]
      .left_join(:papers, load_id: :load_id)
      .where(Sequel[:trip_loads][:trip_id] => trip_ids)
      .order(Sequel[:trip_loads][:trip_id], Sequel[:trip_loads][:load_id], Sequel[:papers][:id])
      .select(Sequel[:trip_loads][:trip_id], Sequel[:trip_loads][:load_id], :kind)
      .all
      .group_by { |row| row[:trip_id] }
      .transform_values do |rows|
        rows.group_by { |row| row[:load_id] }.transform_values { |list| list.filter_map { |row| row[:kind] } }
      end
  end

  # Core::Freight::Papers.wanted as a condition on trips: some load of the trip has no paper that proves it.
  # A spec holds the two together.
  def self.papers_wanted
    proof =
      DB[:papers].where(
        Sequel[:papers][:load_id] => Sequel[:trip_loads][:load_id],
        :kind => Core::Freight::Papers::PROOF
      )
    DB[:trip_loads].where(Sequel[:trip_loads][:trip_id] => Sequel[:trips][:id]).exclude(proof.exists).exists
  end

  # How long a delivered trip stays on the phone for its papers.
  MISSING_DAYS = 30

  # The trips on a driver's phone: not yet finished, those of the last day, those whose papers are missing,
  # and what was called off lately.
  def self.cab_trips(driver_id, now)
    delivered_at = Sequel[:delivered_at]
    lately =
      Sequel.~(state: "delivered") | (delivered_at > now - 86_400) |
        (papers_wanted & (delivered_at > now - (MISSING_DAYS * 86_400)))
    called_off =
      Sequel.&(
        { state: "cancelled" },
        Sequel.function(:upper, Sequel[:trips][:during]) > now - 86_400,
        DB[:texts].where(trip_id: Sequel[:trips][:id]).exists
      )
    DB[:trips]
      .join(:trip_drivers, trip_id: :id)
      .where(driver_id:)
      .where(
        Sequel.|(Sequel.&({ live: true, state: %w[sent accepted rolling delivered] }, lately), called_off)
      )
      .order(
        Sequel.case({ "rolling" => 0, "accepted" => 1, "sent" => 2, "delivered" => 3 }, 4, :state),
        Sequel.function(:lower, Sequel[:trips][:during])
      )
      .select_all(:trips)
      .all
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

  # Minutes that stops at a place took, latest first, where arrival and departure are known.
  STAYS = 40
  def self.stays(name, zip)
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .where(name:, zip:)
      .exclude(arrived_at: nil)
      .where(Sequel.lit("coalesce(left_at, worked_at) > arrived_at"))
      .reverse(:arrived_at)
      .limit(STAYS)
      .select_map(Sequel.lit("(extract(epoch from coalesce(left_at, worked_at) - arrived_at) / 60)::integer"))
  end

  # The last position that is known of a trip.
  def self.last_position(trip_id) = DB[:positions].where(trip_id:).reverse(:at).first

  def self.papers(load_ids) = DB[:papers].where(load_id: load_ids).order(:id)

  def self.paper(id) = DB[:papers].join(:paper_contents, paper_id: :id).first(Sequel[:papers][:id] => id)

  def self.make_link(driver_id, now)
    link = { driver_id:, salt: SecureRandom.hex(16), expires_at: now + (LINK_DAYS * 86_400) }
    link[:token_digest] = Digest::SHA256.hexdigest(token(link))
    link.merge(id: DB[:cab_links].insert(link))
  end
  private_class_method :make_link
end
