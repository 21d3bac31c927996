# frozen_string_literal: true

# Entries of duty status, those that were undone too.
Store::Hours::DutyEntries =
  Store::Table.of(:duty_entries) do
    def standing(driver_id) = where(driver_id:, undone_by: nil)
    def since(instant) = where(Sequel[:from_at] >= instant)
    def before(instant) = where(Sequel[:from_at] < instant)
    def after(instant) = where(Sequel[:from_at] > instant)
    # What a device said, also where people have put it right since; not what a later file of it replaced.
    def by_device(driver_id) =
      where(Sequel[:duty_entries][:driver_id] => driver_id)
        .join(:duty_edits, id: :edit_id)
        .left_join(Sequel[:duty_edits].as(:undoing), id: Sequel[:duty_entries][:undone_by])
        .where(Sequel[:duty_edits][:source] => "device")
        .where(Sequel.|({ Sequel[:undoing][:id] => nil }, Sequel.~(Sequel[:undoing][:source] => "device")))
        .order(:from_at)
        .select_all(:duty_entries)

    # The same as [[from_at, status]].
    def device_events(driver_id) =
      by_device(driver_id).select_map([Sequel[:from_at], Sequel[:duty_entries][:status]])

    # In what status the device had a driver at an instant, nil before its first word.
    def device_status(driver_id, instant) =
      by_device(driver_id).where(Sequel[:from_at] <= instant).last&.fetch(:status)

    # What people said that stands.
    def by_people(driver_id) =
      standing(driver_id).where(
        edit_id: DB[:duty_edits].where(driver_id:).exclude(source: "device").select(:id)
      )

    def in_force_at(instant) = where(Sequel[:from_at] <= instant).reverse(:from_at).first
  end
