# frozen_string_literal: true

# A load's permit file with its permits and the units that move it.
module Reads::Permits::File
  # load, file - rows; permits - rows with :paid, the state of what was paid for each; tractor, trailer - rows
  # or nil; others - id and number of the other loads on the move; spacings_ft - as these units are kept
  # together, or nil; way - the towns of the load as it is now; given_up - rows of permits that were issued
  # and are no longer
  # good: what they cost stays
  Value =
    Core::Value.of(:load, :file, :permits, :tractor, :trailer, :others, :spacings_ft, :way, :given_up) do
      # BigDecimal dollars: of those issued as they are, of the others as estimated.
      def cost = [*permits, *given_up].sum(BigDecimal(0)) { |row| (row[:fee] || 0) - (row[:refunded] || 0) }
    end

  # Raises Store::NotFound.
  def self.of(load_id)
    load = Store::Freight.load(load_id) or raise Store::NotFound.new("load", load_id)
    file = Store::Permits.file_of(load_id) or raise Store::NotFound.new("permit file", load_id)
    units = DB[:units].where(id: file.values_at(:tractor_id, :trailer_id).compact).to_hash(:id)
    Value.new(
      load:,
      file:,
      permits: permits(file[:id]),
      tractor: units[file[:tractor_id]],
      trailer: units[file[:trailer_id]],
      others:
        DB[:loads].where(id: Store::Permits.loads_of(file) - [load_id]).order(:id).select(:id, :number).all,
      spacings_ft:
        DB[:combinations]
          .where(ended_at: nil, **file.slice(:tractor_id, :trailer_id))
          .get(:spacings_ft)
          &.to_a,
      way: Store::Permits.way(load_id),
      given_up: Store::Permits::Permits.costing.where(file_id: file[:id], status: "cancelled").order(:id).all
    )
  end

  def self.permits(file_id)
    rows = Store::Permits.permits(file_id)
    paid = DB[:permit_receipts].where(id: rows.filter_map { |row| row[:receipt_id] }).to_hash(:id, :status)
    rows.map { |row| row.merge(paid: paid[row[:receipt_id]]) }
  end
  private_class_method :permits
end
