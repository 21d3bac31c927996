# frozen_string_literal: true

# Records of duty status.
module Store::Hours
  DutyEdits = Store::Table.of(:duty_edits)
  DutyProposals = Store::Table.of(:duty_proposals)

  # What any limit looks back on: eight days, and the rest before them.
  LOOK_BACK_DAYS = 14

  def self.entries = DB[:duty_entries].where(undone_by: nil).order(:from_at)

  # The entries that bear on an instant, by driver: the one in force when the looking back begins, and all
  # after it.
  def self.records(driver_ids, as_of)
    from = as_of - (LOOK_BACK_DAYS * 86_400)
    before =
      entries
        .where(driver_id: driver_ids)
        .where { from_at <= from }
        .reverse(:driver_id, :from_at)
        .distinct(:driver_id)
    later = entries.where(driver_id: driver_ids).where { (from_at > from) & (from_at <= as_of) }
    [*before.all, *later.all].group_by { |row| row[:driver_id] }
  end

  # With what was said before, newest edit first: for the page of a day.
  def self.history(driver_id, from, to)
    DB[:duty_entries]
      .join(:duty_edits, id: :edit_id)
      .left_join(Sequel[:duty_edits].as(:undoing), id: Sequel[:duty_entries][:undone_by])
      .where(Sequel[:duty_entries][:driver_id] => driver_id)
      .where { (from_at >= from) & (from_at < to) }
      .order(:from_at, Sequel[:duty_entries][:id])
      .select(
        Sequel[:duty_entries][:id],
        :from_at,
        :status,
        :place,
        Sequel[:duty_edits][:source],
        Sequel[:duty_edits][:who],
        Sequel[:duty_edits][:why],
        Sequel[:duty_edits][:at],
        Sequel[:undoing][:who].as(:undone_who),
        Sequel[:undoing][:why].as(:undone_why)
      )
      .all
  end

  # Drivers with their home terminal's zone.
  def self.drivers(ids = nil)
    found =
      DB[:drivers].join(:terminals, id: :terminal_id).join(:zips, zip: :zip).order(Sequel[:drivers][:name])
    # Of a trip that is asked about, a partner's driver too.
    found =
      (
        if ids
          found.where(Sequel[:drivers][:id] => ids).where(
            Sequel.|({ retired: false }, Sequel.~(Sequel[:drivers][:partner_id] => nil))
          )
        else
          found.where(retired: false)
        end
      )
    found.select(
      Sequel[:drivers][:id],
      Sequel[:drivers][:name],
      Sequel[:drivers][:number],
      :hours_rules,
      :duty_heard_at,
      :smartphone,
      :terminal_id,
      Sequel[:terminals][:name].as(:terminal),
      :zone
    )
  end

  # What check-ins say of duty and nobody has answered yet; what a logging device has spoken of since needs no
  # answer.
  def self.proposals(driver_ids, since)
    DB[:duty_proposals]
      .join(:drivers, id: :driver_id)
      .where(driver_id: driver_ids, answer: nil)
      .exclude(check_in_id: nil)
      .where { from_at > since }
      .where(Sequel.lit("duty_heard_at IS NULL OR from_at > duty_heard_at"))
      .order(:from_at)
      .select(Sequel[:duty_proposals][:id], :driver_id, :from_at, :to_at, :status, :who, :why)
  end

  # What the carrier asked for and the driver has not answered.
  def self.asked_of_driver(driver_id)
    DB[:duty_proposals]
      .where(driver_id:, answer: nil, check_in_id: nil)
      .order(:from_at)
      .select(:id, :driver_id, :from_at, :to_at, :status, :who, :why)
  end

  # Trips that are planned or under way, by driver.
  def self.trips(driver_ids)
    DB[:trip_drivers]
      .join(:trips, id: :trip_id)
      .join(:trip_loads, trip_id: Sequel[:trips][:id])
      .join(:loads, id: :load_id)
      .where(
        :driver_id => driver_ids,
        :live => true,
        Sequel[:trips][:status] => %w[planned sent accepted rolling]
      )
      .order(Sequel.function(:lower, Sequel[:trips][:during]))
      .select(
        :driver_id,
        Sequel[:trips][:id].as(:trip_id),
        Sequel[:trips][:number].as(:trip),
        Sequel[:trips][:status],
        :load_id,
        Sequel[:loads][:number].as(:load),
        :origin,
        :destination,
        :empty_minutes,
        :empty_from,
        DB[:trip_drivers]
          .from_self(alias: :others)
          .where(Sequel[:others][:trip_id] => Sequel[:trips][:id])
          .select { count.function.* }
          .as(:drivers)
      )
      .all
  end
end
