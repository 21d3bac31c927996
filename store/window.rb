# frozen_string_literal: true

require "digest"
require "openssl"
require "base64"

# What customers' people may see, and who they are. Their reads go through `as`: under a role of the database that
# sees the rows of one customer, and of those the columns that db/migrations grants it, whatever the query asks for.
module Store::Window
  People = Store::Table.of(:customer_people)
  Links = Store::Table.of(:load_links)
  Requests = Store::Table.of(:load_requests)
  Tellings = Store::Table.of(:window_tellings)
  RuleRows = Store::Table.of(:window_rules)

  # Who looks. rules - Core::Window::Rules; pays - may he see what is billed?
  Viewer = Core::Value.of(:customer_id, :rules, :pays)

  def self.viewer(customer_id, pays:) = Viewer.new(customer_id:, rules: rules(customer_id), pays:)

  # Core::Window::Rules of a customer, or of all.
  def self.rules(customer_id = nil)
    rows = RuleRows.where(Sequel.|({ customer_id: }, { customer_id: nil })).all
    row = rows.max_by { |one| one[:customer_id].to_i } or return Core::Window::USUAL
    Core::Window::Rules.new(
      stages: row[:stages].to_a,
      papers: row[:papers].to_a,
      position: row[:position],
      driver: row[:driver]
    )
  end

  # Held until the transaction ends; a version of 0 where there are none.
  def self.lock_rules(customer_id)
    DB.get(Sequel.function(:pg_advisory_xact_lock, Sequel.function(:hashtext, "window_rules #{customer_id}")))
    RuleRows.first(customer_id:) || { version: 0 }
  end

  def self.write_rules(customer_id, values, version)
    columns = { **values, version: }
    %i[stages papers].each { |name| columns[name] = Sequel.pg_array(values[name], :text) }
    RuleRows.insert(customer_id:, **columns) if RuleRows.where(customer_id:).update(columns).zero?
  end

  # Everything that is read in the block is read as the viewer.
  def self.as(viewer)
    DB.transaction(savepoint: true) do
      become(viewer)
      yield.tap { DB.run("RESET ROLE") }
    end
  end

  # For this transaction, and in one go: each is asked for again and again.
  def self.become(viewer)
    sets =
      settings(viewer).map { |name, value| Sequel.function(:set_config, "crew_ledger.#{name}", value, true) }
    role = Sequel.function(:set_config, "role", Store::Database::CUSTOMERS_ROLE, true)
    DB.select(*sets, role).single_value
  end

  def self.settings(viewer) =
    {
      customer_id: viewer.customer_id.to_s,
      statuses: viewer.rules.statuses.join(","),
      papers: viewer.rules.papers.join(","),
      position: viewer.rules.position,
      driver: viewer.rules.driver ? "yes" : "no",
      pays: viewer.pays ? "yes" : "no"
    }
  private_class_method :become, :settings

  # Of an account: the row with customer_id and may, or nil.
  def self.person(account_id) = People.first(account_id:)

  # Of a customer, by name.
  def self.people(customer_id) =
    DB[:customer_people]
      .join(:accounts, id: :account_id)
      .where(customer_id:)
      .order(:name)
      .select(:account_id, :name, :email, :may, :told, :version, :status_id)
      .all

  # Open people of a load's customer who want to hear of an event, did when it happened, and have not: rows of accounts.
  # event - pickup, delay or delivery; once - what has happened, by which nobody is told of it twice; at - when
  def self.listeners(load_id, event, once, at) =
    DB[:customer_people]
      .join(:accounts, id: :account_id)
      .join(:loads, customer_id: Sequel[:customer_people][:customer_id])
      .where(Sequel[:loads][:id] => load_id, :status_id => 2)
      .where(Sequel.pg_array_op(:told).contains(Sequel.pg_array([event], :text)))
      .where { told_from <= at }
      .exclude(account_id: Tellings.where(load_id:, event: once).select(:account_id))
      .order(:account_id)
      .select(:account_id, Sequel[:accounts][:name], :email)
      .all

  # What customers wait to hear of, the longest first: rows with the customer's name.
  def self.waiting_requests =
    DB[:load_requests]
      .join(:customers, id: :customer_id)
      .where(status: "asked")
      .order(:asked_at)
      .select_all(:load_requests)
      .select_append(Sequel[:customers][:name].as(:customer))
      .all

  # Trips that a customer's freight is on now, or one load of his: ids.
  def self.trips_under_way(customer_id, load_id = nil) =
    DB[:trips]
      .join(:trip_loads, trip_id: :id)
      .join(:loads, id: :load_id)
      .where(customer_id:, Sequel[:trips][:status] => "rolling", **(load_id ? { load_id: } : {}))
      .distinct
      .select_map(Sequel[:trips][:id])

  # Derived from a salt and the application's secret, so that it can be shown again while the database holds only its
  # digest.
  def self.token(salt) =
    Base64.urlsafe_encode64(
      OpenSSL::HMAC.digest("SHA256", Settings.secret, "load-link:#{salt}"),
      padding: false
    )

  def self.count_visit(link_id, now) =
    Links.at(link_id).update(visits: Sequel[:visits] + 1, last_visit_at: now)

  # { id of a link => token }
  def self.tokens(ids) = Links.where(id: ids).select_hash(:id, :salt).transform_values { |salt| token(salt) }

  # The link of a token with its load's customer, or nil where it is unknown, over or taken back.
  def self.link_by(token, now) =
    Links
      .join(:loads, id: :load_id)
      .where(token_digest: Digest::SHA256.hexdigest(token), revoked_at: nil)
      .where { expires_at > now }
      .select(Sequel[:load_links][:id], :load_id, :customer_id)
      .first
end
