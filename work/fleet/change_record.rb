# frozen_string_literal: true

# Changes a directory record that was read at a version; retires it, or takes it back.
module Work::Fleet::ChangeRecord
  # Raises Work::Stale with both versions, and what AddRecord refuses.
  def self.call(table, id, input, by:, now:)
    kind = Store::Fleet::KIND[table]
    Work::Act.once(nil, "change_#{kind}", by:, now:) do |act|
      before = Store::Fleet.rows(table).lock(id) or raise Store::NotFound.new(kind, id)
      Work::Stale.check(before, input[:version], of: [kind, id], yours: input.except(:version)) do
        Store::Fleet.find(table, id).slice(*input.keys)
      end
      rates_before = table == :drivers ? Store::Fleet.find(table, id).slice(*Store::Fleet::RATES) : {}
      row = Work::Fleet::Record.row(table, before.merge(input)).merge(input.slice(:retired))
      Work::Fleet::Record.saying { Store::Fleet.rows(table).change(before, **row) }
      if table == :drivers
        Work::Tracking::NewNumber.given(before, row[:phone], by:, now:)
        Store::Fleet.rename_on_units(row[:name], driver_id: id)
        Work::Fleet::Record.write_rates(id, input, now)
      end
      Work::Fleet::Record.follow_pay(table, id, before, row)
      rates_after = table == :drivers ? Store::Fleet.find(table, id).slice(*Store::Fleet::RATES) : {}
      act.changed(kind, id, Work::Act.difference(before.merge(rates_before), row.merge(rates_after)))
      id
    end
  end
end
