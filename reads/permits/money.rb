# frozen_string_literal: true

# What issued permits still cost, and what was paid.
module Reads::Permits::Money
  RECEIPTS_SHOWN = 60

  # unpaid - rows of permits with load_id, load and reference, by jurisdiction; receipts - rows with :permits,
  # the numbers that each paid for, latest first
  Value = Core::Value.of(:unpaid, :receipts)

  def self.all = Value.new(unpaid:, receipts:)

  # The PDF of a receipt. Raises Store::NotFound.
  def self.receipt_pdf(id) =
    DB[:permit_receipts].where(id:).get(:pdf) || raise(Store::NotFound.new("receipt", id))

  def self.unpaid =
    DB[:permits]
      .join(:permit_files, id: :file_id)
      .join(:loads, id: :load_id)
      .where(Sequel[:permits][:status] => "issued", :receipt_id => nil, :annual_permit_id => nil)
      .exclude(Sequel[:permits][:fee] => 0)
      .order(:jurisdiction, Sequel[:permits][:id])
      .select_all(:permits)
      .select_append(:load_id, Sequel[:loads][:number].as(:load), Sequel[:permit_files][:reference])
      .to_hash_groups(:jurisdiction)

  def self.receipts
    rows =
      DB[:permit_receipts]
        .order(Sequel.desc(:id))
        .limit(RECEIPTS_SHOWN)
        .select(
          :id,
          :jurisdiction,
          :method,
          :amount,
          :status,
          :number,
          :said,
          :by,
          :started_at,
          :checkout_url
        )
        .select_append(Sequel.lit("pdf IS NOT NULL AS pdf"))
        .all
    numbers =
      DB[:permits].where(receipt_id: rows.map { |row| row[:id] }).select_hash_groups(:receipt_id, :number)
    rows.map { |row| row.merge(permits: numbers[row[:id]] || []) }
  end
  private_class_method :unpaid, :receipts
end
