# frozen_string_literal: true

# Permit files of loads.
module Store::Permits
  Files = Store::Table.of(:permit_files)
  Combinations = Store::Table.of(:combinations)
  AnnualPermits = Store::Table.of(:annual_permits)
  FileLoads = Store::Table.of(:permit_file_loads)
  Values = Store::Table.of(:permit_values)
  # Other companies that permits are asked for.
  Applicants = Store::Table.of(:applicants) { def in_use = where(retired: false).order(:name) }

  # What an office is told of a file and of its units as they are.
  TOLD = %i[
    contact
    deliver_by
    deliver_to
    also_by
    also_to
    reference
    attested_by
    way
    tractor_id
    trailer_id
  ].freeze
  SIZES = %i[
    width_in
    height_in
    length_in
    trailer_length_in
    front_overhang_in
    rear_overhang_in
    gross_lb
  ].freeze
  # Who applies, beside the name.
  APPLICANT = %i[address town state zip phone usdot_number carrier_number].freeze
  UNIT = %i[number model_year make vin plate plate_state registered_lb axle_spacings_ft].freeze

  # Who applies with a file: a row with its name and APPLICANT. applicant_id - nil for the company itself
  def self.applicant(applicant_id) = applicant_id ? Applicants.row(applicant_id) : Store::Company.row

  # The file of a load, of its own or of a move that it shares.
  def self.file_of(load_id) =
    DB[:permit_files].first(
      Sequel.|({ load_id: }, { id: DB[:permit_file_loads].where(load_id:).select(:file_id) })
    )
  def self.loads_with_file =
    DB[:permit_files].select(:load_id).union(DB[:permit_file_loads].select(:load_id)).select_map(:load_id)
  # Of loads, their own or of a move that they share.
  def self.files_of(load_ids) =
    DB[:permit_files].where(
      Sequel.|(
        { load_id: load_ids },
        { id: DB[:permit_file_loads].where(load_id: load_ids).select(:file_id) }
      )
    )

  # What a move with these loads measures where it has a permit file: { width_in:, height_in:, length_in:,
  # gross_lb: }, the
  # greatest of each; empty without a file.
  def self.sizes_of(load_ids)
    files = files_of(load_ids)
    ON_THE_ROAD.to_h { |name| [name, files.max(name)] }.compact
  end
  ON_THE_ROAD = %i[width_in height_in length_in gross_lb].freeze

  # The loads on a file's move, its own first.
  def self.loads_of(file) =
    [file[:load_id], *DB[:permit_file_loads].where(file_id: file[:id]).order(:load_id).select_map(:load_id)]
  def self.permits(file_id) = DB[:permits].where(file_id:).exclude(status: "cancelled").order(:id).all

  # Those that loads move with, also by a file that they share.
  def self.issued(load_ids)
    DB[:permits].where(file_id: files_of(load_ids).select(:id), status: "issued").order(:id).all
  end

  # The same with the paper that each of these loads has of it: rows of permits with load_id and own_paper_id.
  # A load that shares another's file has papers of its own, alike by content.
  def self.issued_with_papers(load_ids)
    sharing =
      DB[:permit_files].select(Sequel[:id].as(:file_id), :load_id).union(
        DB[:permit_file_loads].select(:file_id, :load_id)
      )
    DB[:permits]
      .join(sharing, { file_id: :file_id }, table_alias: :sharing)
      .left_join(Sequel[:papers].as(:issued), id: Sequel[:permits][:paper_id])
      .left_join(
        Sequel[:papers].as(:own),
        load_id: Sequel[:sharing][:load_id],
        kind: "permit",
        sha256: Sequel[:issued][:sha256]
      )
      .where(Sequel[:sharing][:load_id] => load_ids, Sequel[:permits][:status] => "issued")
      .order(Sequel[:permits][:id], Sequel[:own][:id])
      .select_all(:permits)
      .select_append(Sequel[:sharing][:load_id].as(:load_id), Sequel[:own][:id].as(:own_paper_id))
      .all
  end

  # What is with an office, and asked after until it has answered.
  WAITING = %w[sent review].freeze
  def self.waiting(id) = DB[:permits].first(id:, status: WAITING)
  # Those that an office looks at; what a clerk keyed in has no one to ask.
  def self.in_review_ids = DB[:permits].where(status: "review").exclude(office_id: nil).select_map(:id)

  # A jurisdiction's rules with what the company has put right.
  def self.rules
    corrected = DB[:permit_values].all.group_by { |row| row[:jurisdiction] }
    PermitRules.all.to_h { |code, rules| [code, corrected.key?(code) ? with(rules, corrected[code]) : rules] }
  end

  def self.with(rules, rows)
    rows.reduce(rules) do |changed, row|
      Core::Permits::Values.put(
        changed,
        **row.slice(:part, :name, :source, :as_it_is),
        value: row[:amount] || row[:value]
      )
    end
  end
  private_class_method :with

  # The towns of the load's stops, in order: what its way depends on.
  def self.way(load_id) =
    Store::Freight.stops(load_id).map { |stop| "#{stop[:town]}, #{stop[:state]}" }.join(" → ")

  # When the load is foreseen at its last stop, by the trips that still carry it; nil where nothing is
  # foreseen.
  def self.expected_at(load_id) =
    DB[:forecasts].where(
      stop_id: Store::Freight.stops(load_id).last[:id],
      trip_id: Store::Freight.live_trips(load_id).map { |trip| trip[:id] }
    ).max(:arrive_at)
end
