# frozen_string_literal: true

# Rows that Today is made of.
module Store::Attention
  Snoozes = Store::Table.of(:snoozes)

  def self.put_off(now) = DB[:snoozes].where(Sequel[:until] > now).all

  # Loads with a permit file that move, or are to move before an instant.
  def self.loads_with_permits(before)
    DB[:permit_files]
      .join(:loads, id: :load_id)
      .where(Sequel[:loads][:status] => %w[open planned sent accepted rolling])
      .where(Sequel[:loads][:pickup_at] <= before)
      .select(:load_id, :number, :origin, :destination, :pickup_at, :pickup_zone, :total)
      .all
  end

  # Stops at which a truck stands.
  def self.standing_trucks
    DB[:trip_stops]
      .join(:stops, id: :stop_id)
      .join(:trips, id: Sequel[:trip_stops][:trip_id])
      .join(:loads, id: Sequel[:stops][:load_id])
      .join(:customers, id: Sequel[:loads][:customer_id])
      .where(Sequel[:trips][:status] => "rolling", :left_at => nil, :worked_at => nil)
      .exclude(arrived_at: nil)
      .select(
        Sequel[:trip_stops][:id],
        :arrived_at,
        Sequel[:stops][:from_at],
        Sequel[:stops][:name],
        :load_id,
        :detention_free_minutes,
        :detention_step_minutes,
        :detention_hourly,
        Sequel[:loads][:number],
        Sequel[:stops][:zone]
      )
      .all
  end

  def self.loads_in(status, *columns) = DB[:loads].where(status:).select(:id, :number, :crew, *columns).all

  def self.unread_messages
    DB[:messages]
      .where(from_driver: true, read_at: nil)
      .join(:drivers, id: :driver_id)
      .order(Sequel[:messages][:id])
      .select(:driver_id, :name, :body, :at, :not_understood)
      .all
  end

  def self.failed_texts(since)
    DB[:texts]
      .where(status: "failed")
      .where(Sequel[:status_at] > since)
      .join(:drivers, id: :driver_id)
      .select(Sequel[:texts][:id], :driver_id, :name, :to, :failure, :status_at)
      .all
  end

  def self.driver_expiries =
    DB[:drivers].where(retired: false).select(:id, :name, :licence_expires_on, :medical_expires_on).all

  # Hash of id to what people call a driver or unit that is not retired.
  def self.called(table, column) = DB[table].where(retired: false).select_hash(:id, column)
end
