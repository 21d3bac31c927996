# frozen_string_literal: true

# A hold without any length, of a trip that was over before it was planned to begin, lasts a minute from the
# trip's planned beginning.
# Those that would run into another hold give way: the trip is over, and nobody is held by it.
Sequel.migration do
  up do
    %i[trip_drivers trip_units].each do |table|
      whose = table == :trip_drivers ? :driver_id : :unit_id
      from(table)
        .where(Sequel.function(:isempty, :during))
        .select_map([:id, :trip_id, whose])
        .each do |id, trip_id, who|
          from_at = from(:trips).where(id: trip_id).get(Sequel.function(:lower, :during)) or next
          minute = Sequel.lit("tstzrange(?, ?)", from_at, from_at + 60)
          taken =
            from(table)
              .where(whose => who, :live => true)
              .exclude(id:)
              .where(Sequel.lit("during && ?", minute))
              .any?
          from(table).where(id:).update(taken ? { live: false } : { during: minute })
        end
      alter_table(table) do
        add_constraint(:"#{table}_hold_has_length", Sequel.lit("NOT live OR NOT isempty(during)"))
      end
    end
  end

  down do
    %i[trip_drivers trip_units].each do |table|
      alter_table(table) { drop_constraint(:"#{table}_hold_has_length") }
    end
  end
end
