# frozen_string_literal: true

require "base64"
require "digest"
require "openssl"

# Programs of customers: those that read with a token, and those that are told.
module Store::Window::Programs
  Tokens = Store::Table.of(:customer_programs)
  Hooks = Store::Table.of(:customer_hooks)
  Turns = Store::Table.of(:load_turns)
  Messages = Store::Table.of(:hook_messages) { def open = where(answered_at: nil, gave_up_at: nil) }
  # So often at most is it written down that a token was used.
  USED_SECONDS = 60

  # Derived, so that the database holds only a digest and a repeated call can be given it again.
  def self.token(salt) = "clt_#{Base64.urlsafe_encode64(derived("token", salt), padding: false)}"

  # Bytes that messages are signed with, derived likewise.
  def self.secret(salt) = derived("secret", salt)

  def self.derived(what, salt) = OpenSSL::HMAC.digest("SHA256", Settings.secret, "customer-#{what}:#{salt}")
  private_class_method :derived

  # The row of a token's program, or nil where it is unknown or taken back.
  def self.by(token) = Tokens.first(token_digest: Digest::SHA256.hexdigest(token), revoked_at: nil)

  def self.used(row, now)
    last = row[:last_used_at]
    Tokens.at(row[:id]).update(last_used_at: now) if last.nil? || (now - last).abs > USED_SECONDS
  end

  # Live ones of a customer, as they were made.
  def self.tokens(customer_id) = Tokens.where(customer_id:, revoked_at: nil).order(:id).all
  def self.hooks(customer_id) = Hooks.where(customer_id:, revoked_at: nil).order(:id).all

  # { hook id => { waiting:, sent: } }: how many.
  def self.standing(hook_ids)
    Messages
      .where(hook_id: hook_ids)
      .group(:hook_id)
      .select(
        :hook_id,
        Sequel.function(:count).*.filter(answered_at: nil, gave_up_at: nil).as(:waiting),
        Sequel.function(:count, :answered_at).as(:sent)
      )
      .as_hash(:hook_id)
  end

  # What came of the last try of one that waits: { hook id => text }
  def self.problems(hook_ids) =
    Messages.open.where(hook_id: hook_ids).exclude(problem: "").order(:tries).select_hash(:hook_id, :problem)

  # What has happened since, oldest first, with the load's customer: rows of load_turns with customer_id.
  def self.turns =
    Turns
      .join(:loads, id: :load_id)
      .order(Sequel[:load_turns][:id])
      .select(Sequel[:load_turns][:id], :load_id, Sequel[:load_turns][:status], :customer_id)
      .all

  # A load's own stops are done, for whoever is told of it.
  def self.done(load_id)
    told =
      Hooks
        .where(revoked_at: nil)
        .join(:loads, customer_id: :customer_id)
        .where(Sequel[:loads][:id] => load_id)
    Turns.insert(load_id:, status: nil) unless told.empty?
  end

  # The last message of a load to a hook, or nil.
  def self.last(hook_id, load_id) = Messages.where(hook_id:, load_id:).reverse(:place).first

  def self.live = Hooks.where(revoked_at: nil, stopped_at: nil)

  # What may be sent now: of each load the oldest that is open, of hooks that are due; those tried least come first.
  # Rows with id, hook_id, failures.
  def self.due(now)
    oldest =
      Messages
        .open
        .where(hook_id: live.where { (due_at =~ nil) | (due_at <= now) }.select(:id))
        .distinct(:hook_id, :load_id)
        .order(:hook_id, :load_id, :place, :id)
        .select(:id, :hook_id, :tries, :held_until)
        .from_self(alias: :message)
    oldest
      .join(Sequel[:customer_hooks].as(:hook), id: :hook_id)
      .where { (held_until =~ nil) | (held_until <= now) }
      .order(:tries, Sequel[:message][:id])
      .select(Sequel[:message][:id], :hook_id, :failures)
      .all
  end

  # A message with what its hook has of these, where it is still to be sent; nil else.
  def self.unsent(id) =
    Messages
      .open
      .where(Sequel[:hook_messages][:id] => id)
      .join(live.as(:hook), id: :hook_id)
      .select_all(:hook_messages)
      .select_append(:url, :salt, :customer_id, :account_id, :failures, :taken_at)
      .first
end
