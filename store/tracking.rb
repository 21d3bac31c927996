# frozen_string_literal: true

require "base64"
require "digest"
require "openssl"
require "securerandom"

# Links to the cab, texts and papers.
module Store::Tracking
  LINK_DAYS = 30

  # A driver's link: the token is derived from a salt and the application's secret, so that the job that texts it can
  # make it again while the database holds only its digest.
  def self.link_for(driver_id, now)
    live_links.where(driver_id:).where { expires_at > now + (7 * 86_400) }.reverse(:id).first || make_link(driver_id, now)
  end

  def self.token(link) = Base64.urlsafe_encode64(OpenSSL::HMAC.digest("SHA256", Settings.secret, "cab-link:#{link[:driver_id]}:#{link[:salt]}"), padding: false)

  # The driver of a token, or nil when it is unknown, over or revoked.
  def self.driver_by(token, now)
    live_links.join(:drivers, id: :driver_id).where(token_digest: Digest::SHA256.hexdigest(token)).where { expires_at > now }
              .where(retired: false).select_all(:drivers).first
  end

  def self.revoke_links(driver_id, now) = live_links.where(driver_id:).update(revoked_at: now)

  def self.live_links = DB[:cab_links].where(revoked_at: nil)

  # The trips on a driver's phone: not yet finished, and those of the last days.
  def self.cab_trips(driver_id, now)
    DB[:trips].join(:trip_drivers, trip_id: :id).where(driver_id:, live: true, state: %w[sent accepted rolling delivered])
              .where { (state !~ "delivered") | (delivered_at > now - (3 * 86_400)) }
              .order(Sequel.case({ "rolling" => 0, "accepted" => 1, "sent" => 2 }, 3, :state), Sequel.function(:lower, Sequel[:trips][:during]))
              .select_all(:trips).all
  end

  def self.papers(load_ids) = DB[:papers].where(load_id: load_ids).order(:id)

  def self.paper(id) = DB[:papers].join(:paper_contents, paper_id: :id).first(Sequel[:papers][:id] => id)

  def self.make_link(driver_id, now)
    link = { driver_id:, salt: SecureRandom.hex(16), expires_at: now + (LINK_DAYS * 86_400) }
    link[:token_digest] = Digest::SHA256.hexdigest(token(link))
    link.merge(id: DB[:cab_links].insert(link))
  end
  private_class_method :make_link
end
