# frozen_string_literal: true

# Dispatchers, the drivers whom each looks after, and what was said when crews changed hands.
module Reads::Match::Desks
  NOTES = 10
  # Who signed in so lately is at the desk.
  ON_SECONDS = 12 * 3600

  # people - rows of accounts; drivers - rows by dispatcher's id, nil among them; on - number of the load that a
  # driver has, by driver; signed_in - ids of accounts; notes - rows of hand-overs; names - by account's id
  Value = Core::Value.of(:people, :drivers, :on, :signed_in, :notes, :names, :driver_names)

  # wall - Time by the wall: sign-ins are told by it, also in a demo
  def self.at(wall)
    Value.new(
      people: people,
      drivers: drivers.to_hash_groups(:dispatcher_id),
      on:,
      signed_in: signed_in(wall - ON_SECONDS),
      notes: DB[:hand_overs].reverse(:id).limit(NOTES).all,
      names: DB[:accounts].select_hash(:id, :name),
      driver_names: DB[:drivers].select_hash(:id, :name)
    )
  end

  def self.people =
    DB[:accounts]
      .where(status_id: 2)
      .order(:name)
      .all
      .select { |row| row[:roles].to_a.include?("dispatcher") }

  def self.drivers = DB[:drivers].where(retired: false).order(:name).select(:id, :name, :dispatcher_id)

  def self.signed_in(since) =
    DB[:account_authentication_audit_logs].where(Sequel[:at] > since).distinct.select_map(:account_id)

  def self.on =
    DB[:trip_drivers]
      .join(:trips, id: :trip_id)
      .join(:trip_loads, trip_id: Sequel[:trips][:id])
      .join(:loads, id: :load_id)
      .where(:live => true, Sequel[:trips][:status] => %w[planned sent accepted rolling])
      .order(Sequel.desc(Sequel.function(:lower, Sequel[:trips][:during])))
      .select_hash(:driver_id, Sequel[:loads][:number])
  private_class_method :people, :drivers, :signed_in, :on
end
