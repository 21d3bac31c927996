# frozen_string_literal: true

# Who acts: a person who signed in, a driver by link, or the system itself.
class Work::Actor
  attr_reader :ref, :name, :roles

  def initialize(ref:, name:, roles: [])
    @ref = ref
    @name = name
    @roles = roles
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
  def self.account(row) = new(ref: "account:#{row[:id]}", name: row[:name], roles: row[:roles].to_a)
  def self.driver(row) = new(ref: "driver:#{row[:id]}", name: row[:name], roles: ["driver"])
  def id = ref[/\d+/].to_i
end
