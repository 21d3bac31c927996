# frozen_string_literal: true

# Entries of duty status, those that were undone too.
Store::Hours::DutyEntries =
  Store::Table.of(:duty_entries) do
    def standing(driver_id) = where(driver_id:, undone_by: nil)
    def since(instant) = where(Sequel[:from_at] >= instant)
    def before(instant) = where(Sequel[:from_at] < instant)
    def after(instant) = where(Sequel[:from_at] > instant)
    def in_force_at(instant) = where(Sequel[:from_at] <= instant).reverse(:from_at).first
  end
