# frozen_string_literal: true

# Drivers.
Store::Fleet::Drivers =
  Store::Table.of(:drivers) do
    def at_work = where(retired: false)

    # By the last ten digits of a number, however it is written.
    def of_phone(digits) =
      where(Sequel.lit("right(regexp_replace(phone, '\\D', '', 'g'), 10) = ?", digits)).order(:id)
  end
