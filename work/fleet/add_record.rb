# frozen_string_literal: true

# Adds a customer, place, driver or unit to the directory.
module Work::Fleet::AddRecord
  # table - :customers, :places, :drivers or :units. Returns the id.
  # Raises Refused `taken`, `unknown_zip`, `trailer_kind`, `unknown_terminal`.
  def self.call(table, input, by:, now:)
    Work::Act.once(input[:key], "add_#{Store::Fleet::KIND[table]}", by:, now:, input:) do |act|
      row = Work::Fleet::Record.row(table, input)
      id = Work::Fleet::Record.saying { Store::Fleet.rows(table).insert(row) }
      if table == :drivers
        Store::Fleet.rename_on_units(row[:name], driver_id: id)
        Work::Fleet::Record.write_rates(id, input, now)
      end
      Work::Fleet::Record.follow_pay(table, id, {}, row)
      act.changed(Store::Fleet::KIND[table], id, row.to_h { |column, value| [column, [nil, value]] })
      id
    end
  end
end
