# frozen_string_literal: true

# Who acts: a person of the company or of a customer who signed in, a driver or somebody else by link, or the system
# itself.
class Work::Actor
  # customer_id - of a customer's person; load_id - that a link is to
  attr_reader :ref, :name, :roles, :customer_id, :load_id

  def initialize(ref:, name:, roles: [], customer_id: nil, load_id: nil)
    @ref = ref
    @name = name
    @roles = roles
    @customer_id = customer_id
    @load_id = load_id
  end

  # Who has signed in; nil for nobody, and for whoever may not any more.
  def self.signed_in(account_id) =
    account_id && Store::Company.account(account_id)&.then { |row| account(row) }

  # The driver whose link this is, and whether his phone shows that it was opened with his PIN; nil for a link
  # that is over.
  def self.by_link(token, unlock:, now:)
    row = Store::Tracking.driver_by(token, now) or return
    [driver(row), row[:pin_digest].nil? || same?(unlock, Store::Tracking.unlock_token(row))]
  end

  def self.same?(given, expected) =
    given.bytesize == expected.bytesize && OpenSSL.fixed_length_secure_compare(given, expected)
  private_class_method :same?

  def self.system = new(ref: "system", name: "Crew Ledger")
  # Who wrote a mail that came in by itself.
  def self.mail(from) = new(ref: "system", name: from)
  # A customer's person has a role for each thing that he may.
  def self.account(row)
    ref = "account:#{row[:id]}"
    roles = row[:roles].to_a
    return new(ref:, name: row[:name], roles:) unless roles.include?("customer")

    person = Store::Window.person(row[:id]) or return
    may = person[:may].to_a.map { |right| "customer_#{right}" }
    new(ref:, name: row[:name], roles: ["customer", *may], customer_id: person[:customer_id])
  end

  # Somebody to whom the link to one load was passed on; nil for a link that is over.
  def self.by_load_link(token, now)
    link = Store::Window.link_by(token, now) or return
    new(
      ref: "load_link:#{link[:id]}",
      name: "A link",
      roles: ["passer_by"],
      **link.slice(:customer_id, :load_id)
    )
  end

  # Who comes by the link to what a partner is offered; nil for a link of nothing.
  def self.by_tender(token)
    offer = Store::Partners.offer_by(token) or return
    new(ref: "tender_offer:#{offer[:id]}", name: offer[:name], roles: ["partner"])
  end

  # A program of a customer's; nil for a token that is unknown or taken back.
  def self.by_program(token, now)
    row = Store::Window::Programs.by(token) or return
    Store::Window::Programs.used(row, now)
    may = row[:may].to_a.map { |right| "customer_#{right}" }
    customer_id = row[:customer_id]
    new(ref: "customer_program:#{row[:id]}", name: row[:name], roles: ["customer", *may], customer_id:)
  end

  def self.driver(row) = new(ref: "driver:#{row[:id]}", name: row[:name], roles: ["driver"])
  def id = ref[/\d+/].to_i
  # Of a person who signs in; nil for everyone else.
  def account_id = ref.start_with?("account:") ? id : nil
end
