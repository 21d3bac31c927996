# frozen_string_literal: true

# Who looks after which crews, and what was said when they changed hands.
class Web::Match::Desks
  NOTES = 10
  # Who signed in so lately is at the desk.
  ON_SECONDS = 12 * 3600

  def initialize(now)
    @now = now
  end

  def to_h
    drivers =
      DB[:drivers]
        .where(retired: false)
        .order(:name)
        .select(:id, :name, :dispatcher_id)
        .all
        .group_by { |row| row[:dispatcher_id] }
    people =
      DB[:accounts]
        .where(status_id: 2)
        .order(:name)
        .all
        .select { |row| row[:roles].to_a.include?("dispatcher") }
    {
      people:
        people.map do |row|
          {
            id: row[:id],
            name: row[:name],
            crews: crews(drivers[row[:id]] || []),
            present: signed_in.include?(row[:id])
          }
        end,
      nobody: crews(drivers.except(*people.map { |row| row[:id] }).values.flatten),
      notes:
    }
  end

  private

  def crews(rows) = rows.map { |row| { driver_id: row[:id], name: row[:name], load: on[row[:id]] } }

  def on
    @on ||=
      DB[:trip_drivers]
        .join(:trips, id: :trip_id)
        .join(:trip_loads, trip_id: Sequel[:trips][:id])
        .join(:loads, id: :load_id)
        .where(:live => true, Sequel[:trips][:state] => %w[planned sent accepted rolling])
        .order(Sequel.desc(Sequel.function(:lower, Sequel[:trips][:during])))
        .select_hash(:driver_id, Sequel[:loads][:number])
  end

  def signed_in =
    @signed_in ||=
      DB[:account_authentication_audit_logs]
        .where { at > Time.now.utc - ON_SECONDS }
        .distinct
        .select_map(:account_id)

  def notes
    names = DB[:accounts].select_hash(:id, :name)
    drivers = DB[:drivers].select_hash(:id, :name)
    DB[:hand_overs]
      .reverse(:id)
      .limit(NOTES)
      .map do |row|
        {
          id: row[:id],
          from: names[row[:from_id]],
          to: names[row[:to_id]],
          crews: row[:driver_ids].to_a.map { |id| drivers[id] },
          notes: row[:notes],
          at: row[:at].iso8601
        }
      end
  end
end
