# frozen_string_literal: true

# Permits, one a state and file.
Store::Permits::Permits =
  Store::Table.of(:permits) do
    # Those in one of these states, and those that an annual permit covers.
    def open_or_covered(states) = where(Sequel.|({ status: states }, Sequel.~(annual_permit_id: nil)))

    # What offices have been or are to be paid for: issued once, whatever became of it; a permit that the
    # company holds was paid
    # for long ago.
    def costing =
      where(Sequel[:permits][:annual_permit_id] => nil).exclude(Sequel[:permits][:number] => nil).exclude(
        Sequel[:permits][:fee] => nil
      )

    # On how many moves an annual permit is used, beside one file's.
    def uses(annual_permit_id, except_file_id) =
      on_loads
        .where(:annual_permit_id => annual_permit_id, Sequel[:permits][:status] => "issued")
        .exclude(Sequel[:loads][:status] => "cancelled")
        .exclude(file_id: except_file_id)
        .count

    # Of the file that is the load's own.
    def ids_of_load(load_id) = on_loads.where(load_id:).select_map(Sequel[:permits][:id])

    # Files of loads that have not moved yet with a permit of a state that no office has in hand.
    #
    # states - those of such permits
    def file_ids_before_moving(jurisdiction, states) =
      on_loads
        .where(jurisdiction:, Sequel[:loads][:status] => %w[open planned sent accepted])
        .where(Sequel.|({ Sequel[:permits][:status] => states }, Sequel.~(annual_permit_id: nil)))
        .select_map(:file_id)
        .uniq

    # The permits that papers are of: Hash of paper id to row, by what the paper holds, as each load on a
    # move has its own.
    def of_papers(paper_ids)
      own = DB[:papers].where(id: paper_ids, kind: "permit").select_hash(:id, :sha256)
      rows =
        join(Sequel[:papers].as(:paper), id: Sequel[:permits][:paper_id])
          .where(Sequel[:paper][:sha256] => own.values)
          .select_all(:permits)
          .select_append(:sha256)
          .to_hash(:sha256)
      own.transform_values { |sha256| rows[sha256] }.compact
    end

    def on_loads = join(:permit_files, id: :file_id).join(:loads, id: :load_id)
  end
