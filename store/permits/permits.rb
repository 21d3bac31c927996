# frozen_string_literal: true

# Permits, one a state and file.
Store::Permits::Permits =
  Store::Table.of(:permits) do
    # Those in one of these states, and those that an annual permit covers.
    def open_or_covered(states) = where(Sequel.|({ status: states }, Sequel.~(annual_permit_id: nil)))

    # On how many moves an annual permit is used, beside one file's.
    def uses(annual_permit_id, except_file_id) =
      on_loads
        .where(:annual_permit_id => annual_permit_id, Sequel[:permits][:status] => "issued")
        .exclude(Sequel[:loads][:status] => "cancelled")
        .exclude(file_id: except_file_id)
        .count

    # Files of loads that have not moved yet with a permit of a state that no office has in hand.
    #
    # states - those of such permits
    def file_ids_before_moving(jurisdiction, states) =
      on_loads
        .where(jurisdiction:, Sequel[:loads][:status] => %w[open planned sent accepted])
        .where(Sequel.|({ Sequel[:permits][:status] => states }, Sequel.~(annual_permit_id: nil)))
        .select_map(:file_id)
        .uniq

    def on_loads = join(:permit_files, id: :file_id).join(:loads, id: :load_id)
  end
