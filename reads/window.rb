# frozen_string_literal: true

# Screens of customers' people: each reads as its viewer (Store::Window.as).
module Reads::Window
  TOWNS_WITHIN_DEGREES = 0.6

  # Who looks: of a customer, and whether he may see what is billed.
  def self.viewer(customer_id, pays:) = Store::Window.viewer(customer_id, pays:)

  # Ids of the trips that a customer's freight is on now, or one load of his.
  def self.trips_under_way(customer_id, load_id = nil) = Store::Window.trips_under_way(customer_id, load_id)

  # customer - the name; company - row; rules - Core::Window::Rules; told - of what he wants to hear
  Me = Core::Value.of(:customer, :company, :rules, :told)

  def self.me(account_id, customer_id) =
    Me.new(
      customer: Store::Fleet.name_of(:customers, customer_id),
      company: Store::Company.row,
      rules: Store::Window.rules(customer_id),
      told: Store::Window.person(account_id)[:told].to_a
    )

  # Rows of a customer's people, by name.
  def self.people(customer_id) = Store::Window.people(customer_id)

  # What a customer is shown, or all are (nil): rules, the version of the row they stand in, 0 without one; own - has he
  # rules of his own?
  Shown = Core::Value.of(:rules, :version, :own)

  # Raises Store::NotFound.
  def self.shown(customer_id = nil)
    if customer_id && Store::Fleet::Customers.row(customer_id).nil?
      raise Store::NotFound.new("customer", customer_id)
    end

    version = Store::Window::RuleRows.where(customer_id:).get(:version)
    Shown.new(rules: Store::Window.rules(customer_id), version: version || 0, own: !version.nil?)
  end

  # What opens each link: { id => token }
  def self.tokens(links) = Store::Window.tokens(links.map { |link| link[:id] })

  # Towns that a typed text may name.
  def self.named(text) = Store::Fleet.resolve_place(text)

  # ZIPs around a spot, each as a town.
  def self.towns(spot)
    lat, lon = spot.values_at(:latitude, :longitude)
    degrees = TOWNS_WITHIN_DEGREES
    DB[:zips]
      .where(latitude: (lat - degrees)..(lat + degrees), longitude: (lon - degrees)..(lon + degrees))
      .select(:town, :state, :latitude, :longitude)
      .all
  end
end
