# frozen_string_literal: true

# What a device said is kept apart from what people said: an edit hides nothing that a device brings later. An
# edit by the carrier waits for the driver's yes (49 CFR 395.30(d)(1)).
Sequel.migration do
  up do
    alter_table(:drivers) { add_column :device_heard_at, :timestamptz }
    by_device = from(:duty_edits).where(source: "device").select(:driver_id)
    from(:drivers).where(id: by_device).update(device_heard_at: :duty_heard_at)

    alter_table(:duty_proposals) do
      set_column_allow_null :check_in_id
      add_column :to_at, :timestamptz
      add_column :who, :text, null: false, default: ""
      add_column :why, :text, null: false, default: ""
      drop_constraint :duty_proposals_status_known
      drop_constraint :duty_proposals_answer_known
      add_constraint(:duty_proposals_in_order) { (to_at =~ nil) | (to_at > from_at) }
      add_constraint(:duty_proposals_of_one) do
        Sequel.lit("(check_in_id IS NULL) = (length(trim(who)) > 0 AND length(trim(why)) > 0)")
      end
    end
    alter_table(:duty_proposals) do
      add_constraint(
        :duty_proposals_status_known,
        status: %w[off_duty sleeper driving on_duty yard_move personal_use]
      )
      add_constraint(:duty_proposals_answer_known) { (answer =~ nil) | (answer =~ %w[yes no withdrawn]) }
    end
  end
end
