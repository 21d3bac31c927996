# frozen_string_literal: true

require "digest"
require "openssl"
require "base64"

# Partner carriers with their papers, what they are offered, what they haul and what they bill.
module Store::Partners
  Partners = Store::Table.of(:partners)
  Insurances = Store::Table.of(:partner_insurances)
  Register = Store::Table.of(:partner_register)
  BankAccounts = Store::Table.of(:partner_bank_accounts)
  RuleRows = Store::Table.of(:partner_rules)
  Tenders = Store::Table.of(:tenders)
  Offers = Store::Table.of(:tender_offers)
  Trips = Store::Table.of(:partner_trips)
  Costs = Store::Table.of(:partner_costs)
  Confirmations = Store::Table.of(:partner_confirmations)
  Bills = Store::Table.of(:partner_bills)
  Payments = Store::Table.of(:partner_payments)

  def self.rules = RuleRows.first || PartnerRules.usual

  # Held until the transaction ends.
  def self.lock_rules
    DB.get(Sequel.function(:pg_advisory_xact_lock, Sequel.function(:hashtext, "partner_rules")))
    rules
  end

  def self.write_rules(values) = RuleRows.update(values).zero? ? RuleRows.insert(values) : nil

  def self.insurances(partner_ids, live: true)
    found = Insurances.where(partner_id: partner_ids).order(:partner_id, :kind, :expires_on)
    found = found.where(dropped_at: nil) if live
    found.select(
      *%i[
        id
        partner_id
        kind
        limit
        insurer
        policy
        from_on
        expires_on
        content_type
        added_by
        added_at
        dropped_at
      ]
    )
  end

  # Partners whom the register has not been asked about since an instant: ids.
  def self.unchecked_since(instant) =
    DB[:partners]
      .left_join(:partner_register, partner_id: :id)
      .where(Sequel.|({ heard_at: nil }, Sequel[:heard_at] < instant))
      .order(Sequel[:partners][:id])
      .select_map(Sequel[:partners][:id])

  # The offers of tenders with the partner's name, in order.
  def self.offers(tender_ids) =
    DB[:tender_offers]
      .join(:partners, id: :partner_id)
      .where(tender_id: tender_ids)
      .order(:tender_id, :position)
      .select_all(:tender_offers)
      .select_append(:name, :email, Sequel[:partners][:phone])

  def self.open_tender(load_id) = Tenders.where(load_id:, status: "open")

  # One, with the partner's name and address; nil where there is none.
  def self.offer(id) =
    DB[:tender_offers]
      .join(:partners, id: :partner_id)
      .where(Sequel[:tender_offers][:id] => id)
      .select_all(:tender_offers)
      .select_append(:name, :email)
      .first

  # Tenders in which somebody did not answer in time: ids.
  def self.tenders_due(now) =
    DB[:tenders]
      .join(:tender_offers, tender_id: :id)
      .where(Sequel[:tenders][:status] => "open", Sequel[:tender_offers][:status] => "sent")
      .where { answer_by <= now }
      .distinct
      .select_map(Sequel[:tenders][:id])

  # Derived from a salt and the application's secret, so that the job that mails it can make it again while the database
  # holds only its digest.
  def self.token(salt) =
    Base64.urlsafe_encode64(OpenSSL::HMAC.digest("SHA256", Settings.secret, "tender:#{salt}"), padding: false)

  def self.digest(token) = Digest::SHA256.hexdigest(token)

  # The offer of a token with its partner, or nil. An offer that was never sent has no link yet.
  def self.offer_by(token) =
    DB[:tender_offers]
      .join(:partners, id: :partner_id)
      .where(token_digest: digest(token))
      .exclude(status: "waiting")
      .select(Sequel[:tender_offers][:id], :name)
      .first

  # The live trip of a load that a partner hauls: row of partner_trips with the partner's name, or nil.
  def self.trip_of_load(load_id) =
    hauled.where(load_id:).exclude(Sequel[:trips][:status] => %w[declined cancelled]).first

  # Loads that partners haul, or are about to: rows of loads with the partner's id.
  def self.loads_under_way =
    DB[:partner_trips]
      .join(:trips, id: :trip_id)
      .join(:loads, id: Sequel[:partner_trips][:load_id])
      .where(Sequel[:trips][:status] => %w[accepted rolling])
      .select_all(:loads)
      .select_append(:partner_id)
      .all

  # Trips of partners that are foreseen to miss an appointment: the first such stop of each, with the partner and the
  # load.
  def self.late_trips =
    DB[:forecasts]
      .join(:partner_trips, trip_id: Sequel[:forecasts][:trip_id])
      .join(:partners, id: :partner_id)
      .join(:trips, id: Sequel[:partner_trips][:trip_id])
      .join(:loads, id: Sequel[:partner_trips][:load_id])
      .join(:stops, id: Sequel[:forecasts][:stop_id])
      .where(Sequel[:trips][:status] => %w[accepted rolling])
      .where { late_minutes > 0 }
      .order(Sequel[:partner_trips][:trip_id], Sequel[:stops][:position])
      .distinct(Sequel[:partner_trips][:trip_id])
      .select(
        Sequel[:partner_trips][:trip_id],
        :late_minutes,
        Sequel[:partners][:name].as(:partner),
        Sequel[:loads][:id],
        Sequel[:loads][:number],
        :origin,
        :destination,
        Sequel.function(:coalesce, :to_at, :from_at).as(:closes_at),
        Sequel.join([Sequel[:stops][:town], Sequel[:stops][:state]], ", ").as(:stop),
        :zone
      )
      .all

  # Offers whose partner wants another price: rows with the partner's name and the load's columns.
  def self.prices_asked =
    DB[:tender_offers]
      .join(:partners, id: :partner_id)
      .join(:tenders, id: Sequel[:tender_offers][:tender_id])
      .join(:loads, id: :load_id)
      .where(Sequel[:tenders][:status] => "open", Sequel[:tender_offers][:status] => "countered")
      .select_all(:loads)
      .select_append(
        Sequel[:partners][:name].as(:partner),
        Sequel[:tender_offers][:price],
        :counter,
        :answered_at
      )
      .all

  def self.trip(trip_id) = hauled.where(trip_id:).first

  def self.hauled =
    DB[:partner_trips]
      .join(:partners, id: :partner_id)
      .join(:trips, id: Sequel[:partner_trips][:trip_id])
      .select_all(:partner_trips)
      .select_append(:name, :email, Sequel[:trips][:status], Sequel[:trips][:number])

  # Dollars agreed by trip: { trip id => BigDecimal }
  def self.agreed(trip_ids) =
    Costs
      .where(trip_id: trip_ids)
      .group(:trip_id)
      .select_hash(:trip_id, Sequel.function(:sum, :amount).as(:agreed))

  # The row of a partner's driver who is on the way, by the last ten digits of his number; nil for nobody.
  def self.driver_of(digits)
    on_the_way = DB[:trips].join(:trip_drivers, trip_id: :id).where(status: %w[accepted rolling])
    Store::Fleet::Drivers
      .exclude(partner_id: nil)
      .where(id: on_the_way.select(:driver_id))
      .of_phone(digits)
      .last
  end

  # Is a driver a partner's?
  def self.driver?(driver_id) = !DB[:drivers].where(id: driver_id).exclude(partner_id: nil).empty?
end
