# frozen_string_literal: true

# What a person sees of the company and of what was done in it.
module Reads::Company
  # What an id in the trail refers to is read by its name.
  NAMED = {
    "terminal_id" => %i[terminals name],
    "customer_id" => %i[customers name],
    "place_id" => %i[places name]
  }.freeze

  # set_up - whether it is; company, account - rows, account nil for who is not signed in; zone - of its first
  # terminal
  Me = Core::Value.of(:set_up, :company, :account, :zone)

  def self.row = Store::Company.row

  def self.me(account_id) =
    Me.new(
      set_up: Store::Company.set_up?,
      company: Store::Company.row,
      account: account_id && DB[:accounts].first(id: account_id),
      zone: Store::Company.terminals.get(:zone) || "UTC"
    )

  def self.terminals =
    Store::Company
      .terminals
      .select(Sequel[:terminals][:id], :name, Sequel[:terminals][:zip], :town, :state, :zone)
      .all
  def self.people = Store::Company.accounts.all

  # Of one person, the one used last first.
  def self.sessions(account_id) = DB[:account_active_session_keys].where(account_id:).reverse(:last_use).all
  def self.sign_ins = Store::Company.sign_ins.all

  # Records of every kind that hold the words.
  def self.search(words) = Store::Company.search(words)

  # Rows of the trail, latest first, with names for the ids in their changes.
  def self.audit(record_kind, record_id)
    rows = Store::Company.audit(record_kind, record_id).all
    names = NAMED.to_h { |field, (table, column)| [field, names(table, column, ids(rows, field))] }
    rows.map do |row|
      row.merge(changes: row[:changes].to_h.to_h { |field, pair| change(field, pair, names) })
    end
  end

  def self.ids(rows, field) = rows.flat_map { |row| row[:changes].to_h[field].to_a }.compact.uniq
  def self.names(table, column, ids) = ids.empty? ? {} : DB[table].where(id: ids).select_hash(:id, column)

  def self.change(field, pair, names) =
    NAMED.key?(field) ? [field.delete_suffix("_id"), pair.map { |id| names[field][id] || id }] : [field, pair]
  private_class_method :ids, :names, :change
end
